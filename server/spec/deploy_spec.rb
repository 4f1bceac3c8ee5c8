# frozen_string_literal: true

require 'net/http'
require 'openssl'
require 'tmpdir'
require_relative 'spec_helper'
require_relative '../../siege/serving'

RSpec.describe 'what is in deploy/' do
  let(:root) { File.expand_path('../..', __dir__) }

  def free_port = Serving.free_port

  it 'has units that systemd understands' do
    skip 'no systemd-analyze here' unless system('which systemd-analyze', %i[out err] => File::NULL)
    Dir.mktmpdir do |folder|
      units = Dir[File.join(root, 'deploy/systemd/*')].map do |unit|
        File.join(folder, File.basename(unit)).tap { |copy| File.write(copy, File.read(unit).gsub('/opt/fawnmoss', root)) }
      end
      expect(units.size).to eq(4)
      expect(`systemd-analyze verify #{units.join(' ')} 2>&1`).to eq('')
      expect($CHILD_STATUS.success?).to be(true)
    end
  end

  it 'has scripts that a shell’s checker passes, and names only what there is' do
    scripts = Dir[File.join(root, 'bin/*')].select { File.open(_1, &:gets).include?('bash') }
    expect(scripts.size).to be > 8
    expect(`shellcheck -e SC1091,SC2034 #{scripts.join(' ')}`).to eq('') # 1091: it does not follow bin/setup; 2034: which uses what they set
    named = Dir[File.join(root, 'deploy/**/*')].select { File.file?(_1) }.flat_map { File.read(_1).scan(%r{\bbin/[a-z]+\b|/opt/fawnmoss/(\S+)}).flatten.compact }
    expect(named.reject { File.exist?(File.join(root, _1)) }).to eq([])
  end

  # nginx with our file, on ports of its own, with a certificate made for the day. change: what is otherwise in the file.
  def behind_nginx(port, change = {})
    Dir.mktmpdir do |folder|
      certificate(folder)
      secure, plain = free_port, free_port # rubocop:disable Style/ParallelAssignment -- a pair
      own = { 'listen 443 ssl http2' => "listen 127.0.0.1:#{secure} ssl", 'listen 80' => "listen 127.0.0.1:#{plain}", '127.0.0.1:9393' => "127.0.0.1:#{port}",
              '/etc/fawnmoss/' => "#{folder}/", **change }
      text = own.reduce(File.read(File.join(root, 'deploy/nginx/fawnmoss.conf'))) { |conf, (from, to)| conf.include?(from) ? conf.gsub(from, to) : raise("no #{from}") }
      conf = File.join(folder, 'nginx.conf')
      File.write(conf, "pid #{folder}/pid; error_log #{folder}/error.log; events {}\nhttp { access_log off; #{%w[client_body proxy fastcgi uwsgi scgi].map { "#{_1}_temp_path #{folder}/#{_1};" }.join(' ')}\n#{text} }")
      expect(`nginx -t -c #{conf} -p #{folder} 2>&1`).to include('syntax is ok')
      pid = Process.spawn('nginx', '-c', conf, '-p', folder, '-g', 'daemon off;', %i[out err] => File::NULL)
      50.times { TCPSocket.new('127.0.0.1', secure).close && break rescue sleep 0.1 } # rubocop:disable Style/RescueModifier -- not there yet
      yield secure, plain
    ensure
      Process.kill(:TERM, pid) && Process.wait(pid) if pid
    end
  end

  def certificate(folder)
    key = OpenSSL::PKey::RSA.new(2048)
    made = OpenSSL::X509::Certificate.new
    made.subject = made.issuer = OpenSSL::X509::Name.parse('/CN=studio.example')
    made.not_before = Time.now - 60
    made.not_after = Time.now + 3600
    made.public_key = key.public_key
    made.serial = 1
    File.write(File.join(folder, 'certificate.pem'), made.sign(key, 'SHA256').to_pem)
    File.write(File.join(folder, 'key.pem'), key.to_pem)
  end

  def ask(port, request, **headers)
    headers.each { |name, value| request[name.to_s.tr('_', '-')] = value }
    request['host'] = 'studio.example'
    Net::HTTP.start('127.0.0.1', port, use_ssl: headers[:plain].nil?, verify_mode: OpenSSL::SSL::VERIFY_NONE, read_timeout: 30) { |line| line.request(request) }
  end

  def log_in_at(port, **headers)
    request = Net::HTTP::Post.new('/api/login')
    request.body = JSON.generate(email: 'tls@example.test', password: StudioSteps::PASSWORD)
    ask(port, request, content_type: 'application/json', origin: 'https://studio.example', **headers)
  end

  it 'has an nginx that is really run: TLS, log-ins, who asks, nothing for strangers; and a word when it does not say that the connection is private', :own_rows do
    open_studio('tls@example.test', 'Behind TLS')
    port = free_port
    log = Tempfile.new('log')
    env = { 'FAWNMOSS_PORT' => port.to_s, 'FAWNMOSS_WORKERS' => '1', 'FAWNMOSS_LOOKS' => nil, 'FAWNMOSS_QUIET' => nil, 'FAWNMOSS_HTTPS' => 'yes', 'FAWNMOSS_HOSTS' => 'studio.example,127.0.0.1' }
    start = -> { Serving.puma(env, out: log.path) }
    Serving.run(port, start) do
      behind_nginx(port) do |secure, plain|
        found = log_in_at(secure)
        expect([found.code, found.get_fields('set-cookie').to_s, found['strict-transport-security']]).to match(['200', /fawnmoss=.*; secure/i, /max-age/])
        cookie = found.get_fields('set-cookie').find { _1.start_with?('fawnmoss=') }[/[^;]+/]
        expect(ask(secure, Net::HTTP::Get.new('/api/session'), cookie:).body).to include('Behind TLS')
        expect(log_in_at(secure, origin: 'https://elsewhere.example').code).to eq('403')
        expect(%w[/metrics /readyz /api/outbox].map { ask(secure, Net::HTTP::Get.new(_1)).code }).to eq(%w[404 404 404])
        moved = ask(plain, Net::HTTP::Get.new('/today'), plain: 'yes')
        expect([moved.code, moved['location']]).to eq(['301', 'https://studio.example/today'])
        6.times { |n| log_in_at(secure, x_forwarded_for: "10.0.0.#{n}").then { ask(secure, Net::HTTP::Get.new('/healthz')) } } # what a stranger says of itself is not believed
        request = Net::HTTP::Post.new('/api/login')
        request.body = JSON.generate(email: 'nobody@example.test', password: 'guess')
        codes = Array.new(6) { |n| ask(secure, request, content_type: 'application/json', origin: 'https://studio.example', x_forwarded_for: "10.1.0.#{n}").code }
        expect(codes).to eq((['401'] * 5) + ['429'])
      end
      behind_nginx(port, 'proxy_set_header X-Forwarded-Proto $scheme;' => '') do |secure, _|
        found = log_in_at(secure)
        expect([found.code, JSON.parse(found.body)['error']['message']]).to match(['403', /does not say X-Forwarded-Proto: https/])
      end
    end
    expect(File.read(log.path).scan('does not say X-Forwarded-Proto').size).to be_between(1, 2)
  ensure
    FawnmossServer.db[:accounts].where(email: 'tls@example.test').delete
    FawnmossServer.db[:attempts].delete
  end
end
