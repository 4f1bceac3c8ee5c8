# frozen_string_literal: true

require_relative '../siege/serving'

# A process of the cluster, in a group of its own.
module Part
  def alive?
    @pid && Process.wait(@pid, Process::WNOHANG).nil?
  rescue Errno::ECHILD
    false
  end

  # At once, and with everything of it.
  def kill = over(:KILL)
  def stop = over(:TERM)

  private

  def over(signal)
    Serving.stop(@pid, signal) if @pid
    @pid = nil
  end
end
