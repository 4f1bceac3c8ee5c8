# frozen_string_literal: true

require 'securerandom'
require_relative 'client'
require_relative 'serving'
require_relative '../server/fawnmoss_server'

# Kills the database and the server again and again while marks are set, and counts afterwards: what was acknowledged must be there, once.
class Kill
  WRITERS = 4
  Report = Struct.new(:rounds, :acknowledged, :lost, :doubled, :refused, keyword_init: true)

  # start: starts the server in a process group of its own and answers its pid; database: starts MariaDB when it does not run and answers
  # its pid, nil to leave it alone.
  def initialize(port, start:, database: nil, out: $stdout)
    @port = port
    @start = start
    @database = database
    @out = out
    @done = {}
    @lock = Mutex.new
  end

  # Returns Report.
  def run(rounds)
    @server = @start.call
    Serving.wait(@port)
    client = Client.new(@port, source: '127.0.0.4')
    client.sign_up("kill-#{SecureRandom.hex(4)}@example.test")
    @pupil = client.post('/api/pupils', { name: 'Bird', instrument: 'violin' }).json.fetch(:id)
    writers = Array.new(WRITERS) { |n| Thread.new { write(client, n) } }
    rounds.times { |n| round(n) }
    @over = true
    writers.each(&:join)
    report(rounds)
  ensure
    @over = true
    Serving.stop(@server, :TERM)
  end

  private

  # Sets marks one after the other, each again with its own key until it is answered, as a lesson's page does.
  def write(client, number)
    count = 0
    until @over
      key = "kill-#{number}-#{count += 1}-#{SecureRandom.hex(3)}"
      200.times do
        answer = client.post("/api/pupils/#{@pupil}/marks", { skill: 'body.ready', value: count % 4, key: })
        break @lock.synchronize { @done[key] = answer.status } if answer.status.between?(200, 499)

        sleep 0.1
      end
    end
  end

  # Killed at any moment, but not before marks were kept since the last time: on a slow machine that takes a while.
  def round(number)
    enough = @done.size + WRITERS
    Serving.wait_until('no marks were kept') { @done.size >= enough }
    sleep 0.5 + rand
    before = @done.size
    what = @database && number.even? ? 'database' : 'server'
    what == 'database' ? kill_database : kill_server
    Serving.wait(@port)
    @out.puts "  round #{number + 1}: #{what} killed after #{before} marks"
  end

  def kill_database
    Process.kill(:KILL, @database.call)
    sleep 0.2
    @database.call
  end

  def kill_server
    Serving.stop(@server, :KILL)
    @server = @start.call
  end

  def report(rounds)
    FawnmossServer.boot(ENV) unless FawnmossServer.db
    kept = FawnmossServer.db[:marks].where(pupil_id: @pupil).select_map(:mark_key).tally
    good = @done.select { |_, status| status == 201 }.keys
    Report.new(rounds:, acknowledged: good.size, lost: good.count { !kept.key?(_1) }, doubled: kept.values.count { _1 > 1 }, refused: @done.size - good.size)
  end
end
