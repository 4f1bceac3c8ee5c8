# frozen_string_literal: true

require 'net/http'
require 'tmpdir'
require_relative 'spec_helper'
require_relative '../../siege/serving'

# The command itself, with a database of its own in a folder of its own.
RSpec.describe 'bin/start' do
  let(:root) { File.expand_path('../..', __dir__) }
  let(:port) { Serving.free_port }

  around do |example|
    Dir.mktmpdir do |folder|
      File.chmod(0o711, folder) # the database's user goes in there
      @state = File.join(folder, 'state')
      @log = File.join(folder, 'log')
      example.run
    end
  end

  def pid_of(name) = Integer(File.read(File.join(@state, name)))
  def ready = Net::HTTP.get_response(URI("http://127.0.0.1:#{port}/readyz")).code == '200'

  def wait_until(what, seconds = 90)
    (seconds * 5).times { ((yield rescue false) && return) || sleep(0.2) } # rubocop:disable Style/RescueModifier -- nobody is there yet
    raise "not in #{seconds} s: #{what}; #{File.read(@log)}"
  end

  def children(pid) = `ps -o pid= --ppid #{pid}`.split.map(&:to_i)

  it 'starts again what died under it: a process of the server, all of it, the database; and leaves nothing behind at the end' do
    pid = Process.spawn({ 'FAWNMOSS_STATE' => @state, 'FAWNMOSS_DB_NAME' => nil, 'APP_ENV' => nil, 'FAWNMOSS_LOOKS' => nil, 'FAWNMOSS_QUIET' => nil, 'FAWNMOSS_SECRET' => nil,
                          'FAWNMOSS_DB_PASSWORD' => nil, 'FAWNMOSS_DB_PORT' => nil },
                        File.join(root, 'bin/start'), '--no-demo', '--port', port.to_s, pgroup: true, %i[out err] => @log)
    wait_until('a first answer') { ready }
    server = children(pid).find { File.read("/proc/#{_1}/cmdline").include?('puma') }
    workers = children(server)
    Process.kill(:KILL, workers.first)
    wait_until('another worker') { children(server).size == workers.size && !children(server).include?(workers.first) }
    database = pid_of('database/db.pid')
    Process.kill(:KILL, database)
    wait_until('another database') { pid_of('database/db.pid') != database && ready }
    Process.kill(:KILL, server)
    wait_until('another server') { children(pid).any? { |one| one != server && File.read("/proc/#{one}/cmdline").include?('puma') } && ready }
    expect(File.read(@log)).to include('The database had ended and is started again', 'The server had ended and is started again')
  ensure
    database = pid_of('database/db.pid')
    Process.kill(:TERM, pid)
    Process.wait(pid)
    expect { ready }.to raise_error(SystemCallError)
    expect { Process.kill(0, database) }.to raise_error(Errno::ESRCH)
  end
end
