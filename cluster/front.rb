# frozen_string_literal: true

require 'fileutils'
require 'socket'
require_relative 'part'

# An nginx before the servers, without TLS (deploy/nginx has it with).
class Front
  include Part

  attr_reader :port

  # servers: their ports.
  def initialize(folder, port, servers)
    @folder = folder
    @port = port
    @servers = servers
  end

  def start
    FileUtils.mkdir_p(@folder)
    conf = File.join(@folder, 'nginx.conf')
    File.write(conf, text)
    @pid = Process.spawn('nginx', '-c', conf, '-p', @folder, '-g', 'daemon off;', pgroup: true, %i[in out err] => File::NULL)
    100.times { there? ? (return self) : sleep(0.1) }
    raise "nginx does not answer; its log is #{@folder}/error.log"
  end

  def there?
    TCPSocket.new('127.0.0.1', @port).close.nil?
  rescue SystemCallError
    false
  end

  private

  # A server that does not answer is left alone for two seconds; what changes something is sent to the other only where it was not sent yet.
  def text
    <<~CONF
      pid #{@folder}/pid; error_log #{@folder}/error.log; events {}
      http {
        access_log off;
        #{%w[client_body proxy fastcgi uwsgi scgi].map { "#{_1}_temp_path #{@folder}/#{_1};" }.join(' ')}
        upstream fawnmoss { #{@servers.map { "server 127.0.0.1:#{_1} max_fails=1 fail_timeout=2s;" }.join(' ')} keepalive 32; }
        server {
          listen 127.0.0.1:#{@port};
          client_max_body_size 64m;
          proxy_read_timeout 400s;
          proxy_connect_timeout 2s;
          location / {
            proxy_pass http://fawnmoss;
            proxy_http_version 1.1;
            proxy_set_header Connection "";
            proxy_set_header Host $http_host;
            proxy_set_header X-Forwarded-For $remote_addr;
            proxy_next_upstream error timeout;
            proxy_next_upstream_tries 2;
          }
        }
      }
    CONF
  end
end
