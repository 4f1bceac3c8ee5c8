# frozen_string_literal: true

require_relative 'ballast'
require_relative 'collide'
require_relative 'load'
require_relative 'stale'
require_relative 'throughput'
require_relative 'watching'

# Kills nodes and servers of a cluster under load and counts afterwards, on every node: what was acknowledged must be there, once.
class Prove
  LATE = 1.0 # seconds after a kill within which an operation that began is counted to it
  LIMIT = 0.01 # of all answers may be failures

  ENVIRONMENT = { 'FAWNMOSS_QUIET' => 'yes', 'FAWNMOSS_FAST_HASH' => 'yes',
                  'FAWNMOSS_LIMITS' => 'sign_ups=100000,pdfs=1000,imports=100000,links=1000000,feeds=100000' }.freeze

  # Makes the tables.
  def self.prepare(environment)
    words = 'require "./server/fawnmoss_server"; FawnmossServer.boot(ENV); FawnmossServer::Boot::Database.migrate(FawnmossServer.db)'
    system(environment, 'bundle', 'exec', 'ruby', '-e', words)
  end

  # seconds: that each part lasts.
  def initialize(set_up, seconds)
    @set_up = set_up
    @seconds = seconds
    @wrong = []
  end

  # True when it held.
  def run
    under_load
    counted
    stale
    collide
    Throughput.new(@set_up.machines.map(&:port), @seconds).print
    puts @wrong.empty? ? "\nIt held." : "\nIt did not hold: #{@wrong.join('; ')}."
    @wrong.empty?
  end

  private

  def say(words, wrong: false)
    puts "  #{words}#{' <' if wrong}"
    @wrong << words if wrong
  end

  def nodes = @set_up.nodes
  def machines = @set_up.machines

  def under_load
    puts "\nunder load: #{Load::STUDIOS} studios in #{Load::WINDOWS} windows each, #{@seconds} s a part"
    @load = Load.new(@set_up.front.port, machines.first.port)
    @watching = Watching.new(nodes, machines)
    @load.start
    sleep @seconds
    @quiet = @load.done.size / @seconds.to_f
    @kills = kills
    sleep 2
    @load.finish
    @watching.stop
    told
  end

  # Kills one after the other, each when everything takes part again: { what => when }.
  def kills
    victims = { 'node 1' => [nodes[0]], 'server 2' => [machines[1]], 'node 2' => [nodes[1]], 'node 3, with server 1' => [nodes[2], machines[0]] }
    victims.to_h do |name, parts|
      at = @set_up.killed(name) { parts.each(&:kill) }
      sleep @seconds
      sleep 0.2 until @set_up.whole?
      [name, at]
    end
  end

  def told
    done = @load.done
    tries = done.sum { _1.statuses.size }
    failures = done.sum(&:failures)
    puts
    say format('%<done>d operations in %<tries>d requests, %<quiet>.0f a second before anything was killed', done: done.size, tries:, quiet: @quiet)
    say format('%<failures>d requests failed (%<share>.2f %%); sent again, all but %<left>d were answered', failures:, share: 100.0 * failures / tries,
                                                                                            left: done.count { !_1.answered? }),
        wrong: failures > LIMIT * tries || !done.all?(&:answered?)
    @kills.each { |name, at| recovery(name, at, done) }
    @set_up.back.each { |what, seconds| say format('%<what>s took part again after %<seconds>.1f s', what:, seconds:) }
    say "#{@watching.conflicts} changes met another node's at their commit; #{@watching.again} requests were tried again by the servers"
  end

  # How long the operations that were under way at a kill, or began right after, took to be answered.
  def recovery(name, at, done)
    met = done.select { _1.to > at && _1.from < at + LATE }
    longest = met.map { _1.to - [at, _1.from].max }.max.to_f
    say format('%<name>s killed: %<met>d operations met it, %<failed>d of them saw a failure, the longest was answered after %<longest>.1f s',
               name:, met: met.size, failed: met.count { _1.failures.positive? }, longest:)
  end

  # What each node has in the end.
  def counted
    puts "\nwhat is there, on each of the #{nodes.size} nodes"
    unsure = @load.done.select { _1.failures.positive? }
    nodes.each_with_index { |node, n| one_node("node #{n + 1}", node, unsure) }
    sums = nodes.map { |node| node.ask("checksum table #{tables.map { "`#{_1}`" }.join(',')}", database: SetUp::NAME).map { _1['Checksum'] } }
    say "#{tables.size} tables are #{sums.uniq.size == 1 ? 'the same on all nodes' : 'NOT the same on all nodes'}", wrong: sums.uniq.size != 1
  end

  def tables = @tables ||= nodes.first.ask('show tables', database: SetUp::NAME).map { _1.values.first }

  def one_node(name, node, unsure)
    pupils = @load.windows.map(&:pupil).uniq
    keys = node.ask("select mark_key, count(*) as times from marks where pupil_id in (#{pupils.join(',')}) group by mark_key", database: SetUp::NAME)
               .to_h { [_1['mark_key'], _1['times']] }
    marks = @load.acknowledged(:marks)
    lost = marks.count { !keys.key?(_1) }
    say "#{name}: #{marks.size} marks acknowledged, #{lost} lost, #{keys.values.count { _1 > 1 }} doubled", wrong: lost.positive? || keys.values.any? { _1 > 1 }
    cards(name, node, pupils)
    digests(name, node, pupils)
    versions(name, node, unsure)
  end

  def cards(name, node, pupils)
    rows = node.ask("select id, pupil_id, number from cards where pupil_id in (#{pupils.join(',')})", database: SetUp::NAME)
    odd = rows.group_by { _1['pupil_id'] }.values.reject { |cards| cards.map { _1['number'] }.sort == (1..cards.size).to_a }
    there = rows.to_h { [_1['id'], _1['number']] }
    cards = @load.acknowledged(:cards)
    lost = cards.count { |id, number| there[id] != number }
    more = rows.size - cards.size - pupils.size # beside the one that each pupil had before
    say "#{name}: #{cards.size} cards acknowledged, #{lost} lost, #{more} doubled, #{odd.size} pupils with a gap or a number twice",
        wrong: lost.positive? || more.nonzero? || odd.any?
  end

  # The marks in short, made anew with each mark, count them all.
  def digests(name, node, pupils)
    wrong = pupils.reject do |pupil|
      body = node.ask("select body from pupil_digests where pupil_id = #{pupil}", database: SetUp::NAME).first['body']
      JSON.parse(body)['marks'] == node.ask("select count(*) as marks from marks where pupil_id = #{pupil}", database: SetUp::NAME).first['marks']
    end
    say "#{name}: #{wrong.size} of #{pupils.size} digests of marks are wrong", wrong: wrong.any?
  end

  # Each change of a pupil or chart that was taken has a version of its own, and the row counts them all.
  def versions(name, node, unsure)
    { 'pupils' => %i[versions save], 'charts' => %i[charts change] }.each do |table, (kind, operation)|
      @load.windows.group_by(&:pupil).each do |pupil, windows|
        taken = windows.flat_map { _1.acknowledged[kind] }
        column = table == 'pupils' ? 'id' : 'pupil_id'
        now = node.ask("select lock_version from #{table} where #{column} = #{pupil}", database: SetUp::NAME).first['lock_version']
        more = now - taken.size # taken, but their answer was lost
        fits = taken.uniq.size == taken.size && more.between?(0, unsure.count { _1.what == operation })
        say "#{name}: #{table.chomp('s')} of #{pupil}: version #{now} after #{taken.size} acknowledged changes", wrong: true unless fits
      end
    end
    say "#{name}: #{@load.acknowledged(:versions).size} changes of pupils and #{@load.acknowledged(:charts).size} of charts, each with a version of its own"
  end

  # While the nodes have much to catch up with, or nobody would be behind for longer than a request takes.
  def stale
    puts "\nchanged on one server, looked at at once on the other, while the nodes are busy with changes of many rows"
    ballast = Ballast.new(nodes)
    looks, found = Stale.new(machines.map(&:port)).run(@seconds)
    say "#{looks} looks, #{found.size} saw something old#{": #{found.map(&:to_a).uniq.first(5)}" if found.any?}; " \
        "#{ballast.stop} changes of #{Ballast::ROWS} rows meanwhile", wrong: found.any?
  end

  def collide
    puts "\nthe same thing asked of both servers in the same moment"
    times, found = Collide.new(machines.map(&:port)).run(@seconds)
    say "#{times} times, #{found.size} went wrong#{": #{found.map(&:to_a).uniq.first(5)}" if found.any?}", wrong: found.any?
  end
end
