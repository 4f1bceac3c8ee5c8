# frozen_string_literal: true

require 'tempfile'
require_relative 'load'

# How many requests one server answers in a second, and how many two do together; wrk asks, each server over connections of its own.
class Throughput
  CONNECTIONS = 8
  TURNS = 3

  def initialize(ports, seconds)
    @ports = ports
    @seconds = seconds
    @client, place = Load.studio(ports.first, 'many')
    @paths = ['/api/today', "/api/pupils/#{place[:pupil]}", '/api/tunes', "/api/link/#{place[:link]}", "/api/charts/#{place[:chart]}"]
  end

  # One and two in turn, so that a machine that slows down meanwhile slows both.
  def print
    puts "\nthroughput: #{@paths.size} kinds of looks in turn, #{CONNECTIONS} connections, #{@seconds} s each, one process a server, all on one machine"
    Tempfile.create('paths') do |script|
      script.write("paths = {#{@paths.map { "'#{_1}'" }.join(',')}}\nat = 0\n")
      script.write("request = function() at = at % #paths + 1 return wrk.format('GET', paths[at]) end\n")
      script.flush
      rows = Array.new(TURNS) { [@ports.first(1), @ports].map { |ports| together(ports, script.path) } }
      one, two = rows.transpose.map { _1.sort[TURNS / 2] }
      puts format('  one server %<one>.0f a second, two %<two>.0f: %<ratio>.2f times', one:, two:, ratio: two / one)
    end
  end

  private

  def together(ports, script)
    ports.map { |port| Thread.new { asked(port, script, CONNECTIONS / ports.size) } }.sum(&:value)
  end

  def asked(port, script, connections)
    told = IO.popen(['wrk', '-t1', "-c#{connections}", "-d#{@seconds}s", '-H', "Cookie: #{@client.cookie}", '-s', script, "http://127.0.0.1:#{port}"], &:read)
    raise "wrk met errors: #{told}" if told.include?('Non-2xx')

    told[%r{Requests/sec:\s+([\d.]+)}, 1].to_f
  end
end
