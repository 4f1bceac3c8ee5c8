# frozen_string_literal: true

require 'socket'
require_relative 'client'

# A server in a process group of its own.
module Serving
  module_function

  # The block runs once the server answers; then the server is stopped. start: starts it and answers its pid.
  def run(port, start)
    pid = start.call
    wait(port)
    yield
  ensure
    stop(pid, :TERM)
  end

  # Until it says that it is well; raises after a minute.
  def wait(port) = wait_until('the server did not answer') { Client.new(port).get('/healthz').status == 200 }

  # Until the block says so; raises after a minute.
  def wait_until(trouble)
    600.times { yield ? return : sleep(0.1) }
    raise "#{trouble} within a minute"
  end

  # So many ports of loopback where nobody listens.
  def free_ports(count)
    servers = Array.new(count) { TCPServer.new('127.0.0.1', 0) }
    servers.map { _1.addr[1] }
  ensure
    servers&.each(&:close)
  end

  def free_port = free_ports(1).first

  # The server as specs start it: in a process group of its own. env: beside this process's own. Answers its pid.
  def puma(env, out: File::NULL)
    Process.spawn(env, 'bundle', 'exec', 'puma', '--config', 'server/puma.rb', chdir: File.expand_path('..', __dir__), pgroup: true, %i[out err] => out)
  end

  # The server with its processes.
  def stop(pid, signal)
    Process.kill(signal, -pid)
    Process.wait(pid)
  rescue Errno::ESRCH, Errno::ECHILD
    nil # gone already
  end
end
