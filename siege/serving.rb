# frozen_string_literal: true

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
  def wait(port)
    600.times { Client.new(port).get('/healthz').status == 200 ? return : sleep(0.1) }
    raise 'the server did not answer within a minute'
  end

  # The server with its processes.
  def stop(pid, signal)
    Process.kill(signal, -pid)
    Process.wait(pid)
  rescue Errno::ESRCH, Errno::ECHILD
    nil # gone already
  end
end
