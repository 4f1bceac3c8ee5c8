# frozen_string_literal: true

require 'json'
require 'net/http'

# The request that the page waits for, against the core's part of it.
class Page
  def initialize
    @http = Net::HTTP.start('127.0.0.1', Integer(ENV.fetch('FAWNMOSS_PORT')))
    @cookies = {}
  end

  def send(method, path, body = nil)
    request = Net::HTTP.const_get(method).new(path, { 'Content-Type' => 'application/json', 'Cookie' => @cookies.map { _1.join('=') }.join('; ') })
    request.body = JSON.generate(body) if body
    answer = @http.request(request)
    (answer.get_fields('set-cookie') || []).each { |cookie| @cookies.store(*cookie.split(';').first.split('=', 2)) }
    raise "#{path}: #{answer.code} #{answer.body}" unless answer.code.start_with?('2')

    JSON.parse(answer.body)
  end
end
