# frozen_string_literal: true

require_relative 'load'

# The same thing asked of two servers in the same moment: what must be there once is there once.
class Collide
  Finding = Struct.new(:what, :saw)

  # ports: of two servers of one cluster.
  def initialize(ports)
    @client, @place = Load.studio(ports.first, 'collide')
    @both = ports.map { |port| @client.at(port) }
    @pupil = "/api/pupils/#{@place[:pupil]}"
  end

  # [how many times, Finding list].
  def run(rounds)
    found = rounds.times.flat_map { |round| WHAT.map { |name, what| instance_exec(round, &what).then { |saw| saw && Finding.new(name, saw) } } }
    [found.size, found.compact]
  end

  # Each answers nil, or what was wrong.
  WHAT = {
    'a mark sent to both under one key' => lambda { |round|
      before = shown[:marks].size
      both { _1.post("#{@pupil}/marks", { skill: 'body.ready', value: round % 4, key: "collide-#{round}-mark" }) }
      odd(shown[:marks].size - before, 1)
    },
    'pain told to both' => lambda { |round|
      both { |server, n| server.post("#{@pupil}/holds", { skill: 'body.ready', note: "left #{n}", key: "collide-#{round}-hold-#{n}" }) }
      holds = shown[:holds].select { _1[:skill] == 'body.ready' }
      holds.each { |hold| @client.post("/api/holds/#{hold[:id]}/clear", {}) }
      odd(holds.size, 1)
    },
    'a weekly lesson on one day given by both' => lambda { |round|
      both { _1.post("#{@pupil}/slots", { weekday: 1 + (round % 5), time: '15:00' }) }
      slots = shown[:slots]
      slots.each { |slot| @client.delete("/api/slots/#{slot[:id]}") }
      odd(slots.size, 1)
    },
    'a card issued by both' => lambda { |_|
      last = shown[:cards].map { _1[:number] }.max
      numbers = both { _1.post("/api/charts/#{@place[:chart]}/cards", {}) }.map { _1.json[:number] }
      odd(numbers.sort, [last + 1, last + 2])
    },
    'a pupil changed by both from one version' => lambda { |round|
      version = shown[:lock_version]
      answers = both { |server, n| server.patch(@pupil, { name: 'Bird', instrument: 'violin', background: "#{round} #{n}", lock_version: version }) }
      odd(answers.map(&:status).sort, [200, 409])
    },
    'a lesson begun by both' => lambda { |_|
      ids = both { _1.post("#{@pupil}/lessons", {}) }.map { _1.json[:id] }
      odd(ids.uniq.size, 1)
    }
  }.freeze

  private

  # What both answered, asked at once. The block is given a server and its number.
  def both
    ready = Queue.new
    threads = @both.map.with_index { |server, n| Thread.new { ready.pop && yield(server, n) } }
    2.times { ready << true }
    threads.map(&:value)
  end

  def shown = @client.get(@pupil).json
  def odd(saw, wanted) = saw == wanted ? nil : "#{saw}, not #{wanted}"
end
