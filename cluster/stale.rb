# frozen_string_literal: true

require_relative 'load'

# Changes something on one server and looks at once on the other: it must see what the first one sees. What a process remembers (notes of tunes, what was
# worked out about pupils, paths, settings) would show here.
class Stale
  Finding = Struct.new(:change, :path)

  # ports: of two servers of one cluster.
  def initialize(ports)
    @client, @place = Load.studio(ports.first, 'stale')
    @ports = ports
  end

  # What is changed, and where it must be seen.
  CHANGES = {
    'a mark' => [->(here, round) { here.post("/api/pupils/#{@place[:pupil]}/marks", { skill: 'body.ready', value: round % 4, note: "round #{round}" }) },
                 ['/api/pupils/:pupil', '/api/pupils/:pupil/progress']],
    'a pupil' => [lambda { |here, round|
      version = here.get("/api/pupils/#{@place[:pupil]}").json[:lock_version]
      here.patch("/api/pupils/#{@place[:pupil]}", { name: "Bird #{round}", instrument: 'violin', lock_version: version })
    }, ['/api/pupils', '/api/pupils/:pupil', '/api/pupils/:pupil/plan']],
    'a tune’s notes' => [lambda { |here, round|
      tune = here.get("/api/tunes/#{@place[:tune]}").json
      text = tune[:text].sub(/^D E F G\|.*/m, "D E F G|#{'A B c d|' * (1 + (round % 3))}\n")
      here.patch("/api/tunes/#{@place[:tune]}", { text:, title: "Round #{round}", lock_version: tune[:lock_version] })
    }, ['/api/tunes/:tune', '/api/charts/:chart', '/api/charts/:chart/score']],
    'a chart' => [lambda { |here, round|
      version = here.get("/api/charts/#{@place[:chart]}").json[:lock_version]
      here.put("/api/charts/#{@place[:chart]}", { lock_version: version, options: { tempo: 60 + (round % 40) }, pins: [] })
    }, ['/api/charts/:chart', '/api/charts/:chart/play']],
    'a card' => [->(here, _) { here.post("/api/charts/#{@place[:chart]}/cards", {}) }, ['/api/pupils/:pupil']],
    'the path' => [lambda { |here, round|
      version = here.get('/api/skills').json[:skills].find { _1[:id] == 'body.ready' }[:lock_version]
      here.put('/api/skills/body.ready', { task: "Stand as in round #{round}.", lock_version: version })
    }, ['/api/skills', '/api/pupils/:pupil/plan']],
    'the studio' => [->(here, round) { here.patch('/api/studio', { name: "Stale #{round}" }) }, ['/api/studio', '/api/session', '/api/today']]
  }.freeze

  # [how many looks, Finding list].
  def run(rounds)
    found = rounds.times.flat_map do |round|
      here, there = @ports.rotate(round).map { |port| @client.at(port) }
      CHANGES.flat_map { |name, (change, paths)| look(name, change, paths.map { path(_1) }, round, here, there) }
    end
    [found.size, found.compact]
  end

  private

  def path(pattern) = pattern.gsub(/:(\w+)/) { @place.fetch(Regexp.last_match(1).to_sym).to_s }

  # A Finding or nil for each path; the first one shows the change in any case.
  def look(name, change, paths, round, here, there)
    before = paths.map { |path| there.get(path).body } # so that it has something to remember
    answer = instance_exec(here, round, &change)
    raise "#{name}: #{answer.status} #{answer.body[0, 200]}" unless answer.status.between?(200, 299)

    paths.zip(before).map.with_index do |(path, old), at|
      seen = there.get(path).body
      Finding.new(name, path) if seen != here.get(path).body || (at.zero? && seen == old)
    end
  end
end
