# frozen_string_literal: true

require 'json'
require 'net/http'

# The request that the page waits for, against the core's part of it.
class Page
  def initialize = @http = Net::HTTP.start('127.0.0.1', Integer(ENV.fetch('FAWNMOSS_PORT')))

  def send(method, path, body = nil)
    request = Net::HTTP.const_get(method).new(path, { 'Content-Type' => 'application/json', 'Cookie' => @cookie.to_s })
    request.body = JSON.generate(body) if body
    answer = @http.request(request)
    @cookie = answer['set-cookie'].split(';').first if answer['set-cookie']
    raise "#{path}: #{answer.code} #{answer.body}" unless answer.code.start_with?('2')

    JSON.parse(answer.body)
  end
end
