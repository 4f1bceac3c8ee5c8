# frozen_string_literal: true

# A process of the cluster, in a group of its own.
module Part
  def alive? = @pid && Process.wait(@pid, Process::WNOHANG).nil?

  # At once, and with everything of it.
  def kill = over(:KILL)
  def stop = over(:TERM)

  private

  def over(signal)
    Process.kill(signal, -@pid) if @pid
    Process.wait(@pid) if @pid && signal == :TERM
  rescue Errno::ESRCH, Errno::ECHILD
    nil # gone already
  end
end
