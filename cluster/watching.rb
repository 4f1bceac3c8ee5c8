# frozen_string_literal: true

require_relative '../siege/client'

# Adds up what nodes and servers count, every second, over those that are killed and begin anew.
class Watching
  SQL = "SHOW STATUS WHERE Variable_name IN ('wsrep_local_cert_failures', 'wsrep_local_bf_aborts')"
  AGAIN = /^fawnmoss_again_total\S* (\S+)/

  def initialize(nodes, machines)
    @sources = { conflicts: nodes.map { |node| -> { node.ask(SQL).sum { _1['Value'].to_i } } },
                 again: machines.map { |machine| -> { Client.new(machine.port).get('/metrics').body.scan(AGAIN).sum { _1[0].to_f.to_i } } } }
    @sums = Hash.new(0)
    @last = Hash.new(0)
    @thread = Thread.new { loop { look && sleep(1) } }
  end

  # Changes that met another's at their commit, and requests tried again.
  def conflicts = @sums[:conflicts]
  def again = @sums[:again]

  def stop
    @thread.kill.join
    look
  end

  private

  def look
    @sources.each do |name, sources|
      sources.each do |source|
        now = source.call
        @sums[name] += now < @last[source] ? now : now - @last[source]
        @last[source] = now
      rescue Mysql2::Error
        nil # it is down
      end
    end
  end
end
