# frozen_string_literal: true

require 'json'
require 'net/http'

# Somebody who asks the server on loopback, with a session of their own.
class Client
  PASSWORD = 'a long enough word'
  Answer = Struct.new(:status, :body, :headers, :ms, keyword_init: true) do
    def json = JSON.parse(body, symbolize_names: true)
  end

  attr_reader :cookie, :port

  def initialize(port, source: nil)
    @port = port
    @source = source
    @cookie = ''
  end

  # The same session at another server.
  def at(port) = dup.tap { _1.instance_variable_set(:@port, port) }

  # A studio of its own, by way of the letter that the server keeps in its outbox.
  def sign_up(email, studio: 'Siege')
    post('/api/create-account', { email: })
    key = letter(email)[%r{/open-studio#(\S+)}, 1]
    post('/api/open-studio', { key:, studio:, password: PASSWORD })
  end

  # The text of the last letter to an address; raises after half a minute. Shown only to who sits at the machine.
  def letter(email)
    300.times do
      found = Client.new(@port).get('/api/outbox').json[:letters].find { _1[:to] == email }
      found ? (return found[:body]) : sleep(0.1)
    end
    raise "no letter to #{email}"
  end

  def log_in(email, password = PASSWORD) = post('/api/login', { email:, password: })
  def get(path, **headers) = send_it(Net::HTTP::Get.new(path), nil, headers)
  def post(path, body, **headers) = send_it(Net::HTTP::Post.new(path), body, headers)
  def patch(path, body) = send_it(Net::HTTP::Patch.new(path), body, {})
  def put(path, body) = send_it(Net::HTTP::Put.new(path), body, {})
  def delete(path, body = {}) = send_it(Net::HTTP::Delete.new(path), body, {})

  # body: a hash, or a text that goes as it is. Status 0: no answer.
  def send_it(request, body, headers)
    prepare(request, body, headers)
    start = now
    response = line.start { |one| one.request(request) }
    keep(response)
    Answer.new(status: response.code.to_i, body: response.body.to_s, headers: response.each_header.to_h, ms: (now - start) * 1000)
  rescue SystemCallError, IOError, Timeout::Error, Net::HTTPBadResponse => e
    Answer.new(status: 0, body: "#{e.class}: #{e.message}", headers: {}, ms: (now - start) * 1000)
  end

  private

  def prepare(request, body, headers)
    request.body = body.is_a?(String) ? body : JSON.generate(body) unless body.nil?
    request['content-type'] = 'application/json'
    request['cookie'] = @cookie unless @cookie.empty?
    headers.each { |name, value| request[name.to_s.tr('_', '-')] = value }
  end

  def line
    http = Net::HTTP.new('127.0.0.1', @port, nil)
    http.open_timeout = 5
    http.read_timeout = 120
    http.local_host = @source if @source # several addresses of the loopback range are several sources
    http
  end

  def keep(response)
    found = (response.get_fields('set-cookie') || []).map { _1.split(';').first }
    return if found.empty?

    jar = @cookie.split('; ').to_h { _1.split('=', 2) }.merge(found.to_h { _1.split('=', 2) })
    @cookie = jar.reject { |_, value| value.to_s.empty? }.map { |name, value| "#{name}=#{value}" }.join('; ')
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
