# frozen_string_literal: true

require 'etc'
require 'fileutils'
require 'securerandom'
require 'socket'
require_relative 'front'
require_relative 'machine'
require_relative 'node'
require_relative '../siege/serving'

# Three nodes, two servers, an nginx: all of a cluster, each in a process group of its own. What ends is started again by a thread of this process.
class SetUp
  NODES = 3
  SERVERS = 2
  DOWN = 3 # seconds that something stays down
  NAME = 'fawnmoss'

  attr_reader :nodes, :machines, :front, :back

  # state: folder that is emptied. more: that the servers are told. scripts: see Node. serve: words of the command that serves. out: where it says what it does.
  def initialize(state, scripts:, serve:, more: {}, out: $stdout)
    @state = state
    @more = more
    @out = out
    @back = [] # [what, seconds until it took part again]
    FileUtils.rm_rf([*Dir[File.join(state, 'node*')], File.join(state, 'front'), File.join(state, 'outbox')])
    @password = SecureRandom.hex(24)
    @ports = Serving.free_ports(NODES + SERVERS + 1)
    user = Process.uid.zero? ? 'mysql' : nil
    group_ports = groups(NODES)
    @nodes = Array.new(NODES) { |n| Node.new(File.join(state, "node#{n + 1}"), port: @ports[n], group_port: group_ports[n], user:, scripts:) }
    @machines = Array.new(SERVERS) { |n| Machine.new(@ports[NODES + n], serve, environment(n), File.join(state, "server#{n + 1}.log")) }
    @front = Front.new(File.join(state, 'front'), @ports.last, @machines.map(&:port))
  end

  # Starts all of it, one after another. The block is called when the tables can be made.
  def start
    begin_nodes
    yield environment(0)
    say 'starting two servers and nginx'
    @machines.each(&:start).each(&:wait)
    @front.start
    @watch = Thread.new { watch }
  end

  def stop
    @watch&.kill&.join
    [@front, *@machines, *@nodes.reverse].each(&:stop)
  end

  # What a server is told: the nodes in its own order, so that each has another first.
  def environment(number)
    order = @nodes.rotate(number).map { "127.0.0.1:#{_1.port}" }.join(',')
    { 'FAWNMOSS_DB_NODES' => order, 'FAWNMOSS_DB_USER' => 'fawnmoss', 'FAWNMOSS_DB_PASSWORD' => @password, 'FAWNMOSS_DB_NAME' => NAME,
      'FAWNMOSS_SECRET' => @secret ||= SecureRandom.hex(48), 'FAWNMOSS_WORKERS' => '1', 'FAWNMOSS_OUTBOX' => File.join(@state, 'outbox'),
      'FAWNMOSS_OUTBOX_PAGE' => 'yes', **@more }
  end

  # True when all of it takes part.
  def whole? = [*@nodes, *@machines].all?(&:there?)

  # The block kills something; answers when, by Process::CLOCK_MONOTONIC.
  def killed(what)
    say "#{what} is killed"
    yield
    now
  end

  def say(words) = @out.puts("  #{words}")

  private

  def begin_nodes
    say "starting #{NODES} nodes of MariaDB on ports #{@nodes.map(&:port).join(', ')}"
    @nodes.first.create
    @nodes.first.start(@nodes, first: true).wait
    @nodes.drop(1).each { _1.start(@nodes).wait }
    @nodes.first.ask("create database #{NAME}")
    @nodes.first.ask("create user 'fawnmoss'@'127.0.0.1' identified by '#{@password}'")
    @nodes.first.ask("grant all on #{NAME}.* to 'fawnmoss'@'127.0.0.1'")
  end

  def watch
    loop do
      sleep 0.5
      @nodes.each_with_index { |node, n| again("node #{n + 1}", node) { node.start(@nodes).wait } }
      @machines.each_with_index { |machine, n| again("server #{n + 1}", machine) { machine.start.wait } }
    end
  end

  def again(what, part)
    return if part.alive?

    began = now
    sleep DOWN
    yield
    @back << [what, now - began]
    say format('%<what>s takes part again, %<seconds>.1f s after it was found dead', what:, seconds: now - began)
  rescue StandardError => e
    say "#{what} does not come back: #{e.message}"
  end

  # First ports of free ranges of ten.
  def groups(count)
    14_570.step(20_000, 10).lazy.select { |first| (first..(first + 2)).all? { free?(_1) } }.first(count)
  end

  def free?(port)
    TCPServer.new('127.0.0.1', port).close
    true
  rescue SystemCallError
    false
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
