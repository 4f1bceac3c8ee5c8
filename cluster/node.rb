# frozen_string_literal: true

require 'fileutils'
require 'mysql2'
require_relative 'part'

# A node of MariaDB's cluster (Galera) on loopback, with a folder, a socket and ports of its own.
class Node
  include Part

  PROVIDER = '/usr/lib/galera/libgalera_smm.so'
  START = 90 # seconds it may take to join

  attr_reader :port, :group_port

  # user: whom MariaDB runs as, nil for who starts it. scripts: folder with the ones by which a node is given another's data.
  def initialize(folder, port:, group_port:, user:, scripts:)
    @folder = folder
    @port = port
    @group_port = group_port # and the two after it
    @user = user
    @scripts = scripts
  end

  # The first one, with an empty database.
  def create
    FileUtils.mkdir_p(@folder)
    FileUtils.chown(@user, nil, @folder) if @user
    quietly('mariadb-install-db', '--no-defaults', "--datadir=#{data}", *as, '--auth-root-authentication-method=socket',
            "--auth-root-socket-user=#{`id -un`.chomp}", '--skip-test-db', '--skip-name-resolve')
  end

  # nodes: all of the cluster. first: the cluster begins with this one. A node that was killed asks itself first how far it was, so that it is given only
  # what it missed.
  def start(nodes, first: false)
    FileUtils.mkdir_p(data)
    FileUtils.chown_R(@user, nil, @folder) if @user
    since = first ? [] : recovered
    FileUtils.rm_f([socket, pid_file])
    @pid = Process.spawn(environment, *command(nodes), *(['--wsrep-new-cluster'] if first), *since, pgroup: true, %i[in out err] => File::NULL)
    self
  end

  def wait
    (START * 10).times do
      return self if there?
      break unless alive?

      sleep 0.1
    end
    raise "the node on port #{@port} did not join; its log is #{log}"
  end

  def there? = state == 'Synced'

  # What the node says it is: "Synced" when it takes part; nil while nobody answers.
  def state
    status = ask("SHOW STATUS WHERE Variable_name IN ('wsrep_local_state_comment', 'wsrep_ready')").to_h(&:values)
    status['wsrep_ready'] == 'ON' ? status['wsrep_local_state_comment'] : 'not ready'
  rescue Mysql2::Error
    nil
  end

  # Rows (hashes) that a statement answers with.
  def ask(sql, database: nil)
    line = Mysql2::Client.new(socket:, username: `id -un`.chomp, database:, connect_timeout: 3, read_timeout: 60)
    line.query(sql).to_a
  ensure
    line&.close
  end

  private

  def data = File.join(@folder, 'data')
  def socket = File.join(@folder, 'db.sock')
  def pid_file = File.join(@folder, 'db.pid')
  def log = File.join(@folder, 'db.log')
  def as = @user ? ["--user=#{@user}"] : []
  def environment = { 'PATH' => "#{@scripts}:#{ENV.fetch('PATH')}" }

  def base
    ['mariadbd', '--no-defaults', *as, "--datadir=#{data}", "--socket=#{socket}", "--pid-file=#{pid_file}", "--port=#{@port}", '--bind-address=127.0.0.1',
     '--skip-name-resolve', '--character-set-server=utf8mb4', '--collation-server=utf8mb4_unicode_ci', '--binlog-format=ROW', '--innodb-autoinc-lock-mode=2']
  end

  def command(nodes)
    options = "gmcast.listen_addr=tcp://127.0.0.1:#{@group_port};ist.recv_addr=127.0.0.1:#{@group_port + 1};base_port=#{@group_port};" \
              'evs.keepalive_period=PT0.5S;evs.suspect_timeout=PT2S;evs.inactive_timeout=PT6S' # a node that does not answer is left out after two seconds
    [*base, "--log-error=#{log}", '--wsrep-on=ON', "--wsrep-provider=#{PROVIDER}", '--wsrep-sst-method=rsync',
     "--wsrep-cluster-address=gcomm://#{nodes.map { "127.0.0.1:#{_1.group_port}" }.join(',')}", "--wsrep-node-address=127.0.0.1:#{@group_port}",
     "--wsrep-sst-receive-address=127.0.0.1:#{@group_port + 2}", "--wsrep-provider-options=#{options}"]
  end

  # Where a node that was killed stood: ["--wsrep-start-position=..."], empty for one that begins.
  def recovered
    return [] unless File.exist?(File.join(data, 'ibdata1'))

    told = File.join(@folder, 'recover.log')
    FileUtils.rm_f(told)
    quietly(*base, "--log-error=#{told}", '--wsrep-recover')
    place = File.read(told, encoding: 'BINARY')[/Recovered position: (\S+)/, 1]
    place ? ["--wsrep-start-position=#{place}"] : []
  end

  def quietly(*words)
    system(environment, *words, %i[out err] => File::NULL) or raise "#{words.first} failed; look into #{@folder}"
  end
end
