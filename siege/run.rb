# frozen_string_literal: true

# See bin/siege. Called with the port of a server of its own and the parts to run.

require 'bundler/setup'
require_relative 'attack'
require_relative 'erase'
require_relative 'fuzz'
require_relative 'inputs'
require_relative 'kill'
require_relative 'serving'
require_relative 'starve'

PORT = Integer(ENV.fetch('FAWNMOSS_PORT'))
SERVE = ENV.fetch('SIEGE_SERVE').split("\n")
PARTS = ARGV.empty? ? %w[attack inputs fuzz starve erase kill] : ARGV
WRONG = [] # rubocop:disable Style/MutableConstant -- what was found

def say(words, wrong: false)
  puts words
  WRONG << words if wrong
end

def start = Process.spawn(*SERVE, pgroup: true, %i[out err] => [ENV.fetch('SIEGE_LOG'), 'a'])

# MariaDB of this siege: its pid, started when it does not run.
def database
  system('bash', '-c', '. bin/setup; start_database', %i[out err] => File::NULL) or raise 'the database does not start'
  File.read(ENV.fetch('SIEGE_DB_PID')).to_i
end

def client(name) = Client.new(PORT, source: '127.0.0.5').tap { |one| one.sign_up("#{name}-#{SecureRandom.hex(4)}@example.test") }

def sender(client)
  lambda do |method, path, body, headers|
    request = Net::HTTP.const_get(method.capitalize).new('/')
    request.instance_variable_set(:@path, path.gsub(/[\s"<>]/) { format('%%%02X', _1.ord) }.b) # as it is, right or wrong
    client.send_it(request, body, headers).status
  end
end

def attack
  owner = client('owner')
  pupil = owner.post('/api/pupils', { name: 'Bird', instrument: 'violin' }).json[:id]
  tune = owner.post('/api/tunes', { text: Starve.scale(16, 'D E F G|') }).json[:id]
  chart = owner.post('/api/charts', { tune_id: tune, pupil_id: pupil }).json[:id]
  ids = { 'pupils' => pupil, 'tunes' => tune, 'charts' => chart, 'cards' => owner.post("/api/charts/#{chart}/cards", {}).json[:id],
'lessons' => owner.post("/api/pupils/#{pupil}/lessons", {}).json[:id] }
  stranger = client('stranger')
  { 'without a log-in' => Attack.new(&sender(Client.new(PORT))).strangers, 'with ids of another studio' => Attack.new(&sender(stranger)).foreign(ids),
    'from another site, as a form' => Attack.new(&sender(stranger)).other_sites }.each do |name, wrong|
    say(format('  %-30s %d operations, %d let in %s', name, Attack.operations.size, wrong.size, wrong.join(', ')), wrong: wrong.any?)
  end
end

def inputs
  owner = client('inputs')
  times = Integer(ENV.fetch('SIEGE_INPUTS', 4000))
  broken = Inputs.new(seed: Integer(ENV.fetch('SIEGE_SEED', 1)), &sender(owner)).run(times)
  say("  #{times} bodies and every odd address: #{broken.size} broke something", wrong: broken.any?)
  broken.uniq { [_1[0], _1[2]] }.first(20).each { |path, body, status| puts "    #{status} #{path} #{body}" }
end

def fuzz
  texts = Dir[File.expand_path('../demo/tunes/*.abc', __dir__)].map { File.read(_1) }
  Fuzz.new(texts, seed: Integer(ENV.fetch('SIEGE_SEED', 1))).run(Integer(ENV.fetch('SIEGE_FUZZ', 6000))).each do |format, tally|
    say("  #{format}: #{tally.tried} changed, #{tally.read} read, #{tally.failures.size} not the same after writing", wrong: tally.failures.any?)
    tally.failures.uniq(&:what).first(10).each { |failure| puts "    #{failure.what}" }
  end
end

def starve
  slow = Starve.new(PORT).run.select(&:slow?)
  say("  kept others waiting: #{slow.map(&:name).join(', ')}", wrong: true) if slow.any?
end

def erase
  report = Erase.new(PORT).run(Integer(ENV.fetch('SIEGE_ERASED', 40)))
  say("  #{report.pupils} pupils erased while others wrote: answers #{report.statuses.sort.to_h}, #{report.refused} not erased, rows left: #{report.left}",
      wrong: report.refused.positive? || report.left.any? || report.statuses.keys.any? { _1 >= 500 && _1 != 503 })
end

def kill
  report = Kill.new(PORT, start: method(:start), database: method(:database)).run(Integer(ENV.fetch('SIEGE_KILLS', 12)))
  say("  #{report.rounds} rounds, #{report.acknowledged} marks acknowledged, #{report.lost} lost, #{report.doubled} doubled, #{report.refused} refused",
      wrong: [report.lost, report.doubled, report.refused].any?(&:positive?))
end

TITLES = { 'attack' => 'whom it is not for', 'inputs' => 'what no page sends', 'fuzz' => 'tunes changed at random', 'starve' => 'what others feel meanwhile',
           'erase' => 'erased while others write', 'kill' => 'killed under load' }.freeze
PARTS.each do |part|
  puts "\n#{part}: #{TITLES.fetch(part) { abort("There is no part #{part}; there are #{TITLES.keys.join(', ')}.") }}"
  %w[fuzz kill].include?(part) ? send(part) : Serving.run(PORT, method(:start)) { send(part) }
end
puts WRONG.empty? ? "\nIt held." : "\nIt did not hold: #{WRONG.size} findings."
exit(WRONG.empty? ? 0 : 1)
