# frozen_string_literal: true

require_relative 'spec_helper'
require_relative '../../cluster/collide'
require_relative '../../cluster/stale'
require_relative '../../siege/serving'

RSpec.describe 'several servers and nodes of the database', :own_rows do
  def free_port = Serving.free_port

  describe FawnmossServer::Boot::Nodes do
    def connected(*ports)
      FawnmossServer::Boot::Database.connect({ **FawnmossServer.settings.database, nodes: ports.map { ['127.0.0.1', _1] } }).tap { (@made ||= []) << _1 }
    end

    let(:real) { FawnmossServer.settings.database[:port] }

    after { @made&.each(&:disconnect) }

    it 'connects to the first node that is there, and leaves one that was not alone for a while' do
      dead = free_port
      asked = []
      allow(Mysql2::Client).to(receive(:new).and_wrap_original { |make, options| make.call(options.tap { asked << _1[:port] }) })
      db = connected(dead, real)
      expect([db.get(1), db.get(Sequel.lit('@@wsrep_sync_wait'))]).to eq([1, 1])
      db.disconnect
      expect(db.get(1)).to eq(1)
      allow(FawnmossServer::Clock).to receive(:now).and_return(FawnmossServer::Clock.now + described_class::REST + 1)
      db.disconnect
      expect(db.get(1)).to eq(1)
      expect(asked).to eq([dead, real, real, dead, real])
    end

    it 'says that the database is away when no node answers, and drops connections to a node that takes no part' do
      expect { connected(free_port, free_port).get(1) }.to raise_error(Sequel::DatabaseConnectionError) { |error| expect(FawnmossServer::Boot::Failures.away?(error)).to be(true) }
      db = connected(free_port, real)
      not_ready = "BEGIN NOT ATOMIC SIGNAL SQLSTATE '08S01' SET MYSQL_ERRNO = 1047, MESSAGE_TEXT = 'WSREP has not yet prepared node for application use'; END"
      expect { db.run(not_ready) }.to raise_error(Sequel::DatabaseDisconnectError)
      expect(db.pool.size).to eq(0)
    end

    it 'passes a node that runs and takes no part' do
      db = connected(real, real)
      allow(db).to receive(:alone?).and_return(false, true) # the first one asked has a cluster it is not in
      expect([db.get(1), FawnmossServer::Boot::Failures.away?(Sequel::DatabaseError.new('This node of the database takes no part just now.'))]).to eq([1, true])
      allow(db).to receive(:alone?).and_return(false)
      db.disconnect
      expect { db.get(1) }.to raise_error(Sequel::DatabaseConnectionError, /takes no part/)
    end

    it 'is told by FAWNMOSS_DB_NODES, which is looked at when the server starts' do
      told = ->(nodes) { FawnmossServer::Boot::Settings.from(ENV.to_h.merge('FAWNMOSS_DB_NODES' => nodes)).database.slice(:host, :port, :nodes) }
      expect(told.call('10.0.0.1:3306, db2:3307')).to eq(host: '10.0.0.1', port: 3306, nodes: [['10.0.0.1', 3306], ['db2', 3307]])
      expect(told.call('')).to include(port: real, nodes: [['127.0.0.1', real]])
      expect { told.call('10.0.0.1:3306,db2') }.to raise_error(ArgumentError, /names db2; a node is written like/)
    end
  end

  it 'counts on when a pupil or a studio is locked, so that two nodes meet at their commits' do
    FawnmossServer.db.transaction(rollback: :always) do
      log_in
      full_studio
      pupil = FawnmossServer::Models::Pupil.first
      studio = FawnmossServer::Models::Studio.first(id: pupil.studio_id)
      turns = -> { [pupil, studio].map { _1.this.get(:turn) } }
      before = turns.call
      [pupil, studio].each(&:lock!)
      expect(turns.call).to eq(before.map { _1 + 1 })
    end
  end

  # The proof of bin/cluster against one database: two servers, nothing of what a process remembers may be old on the other.
  it 'sees on one server at once what was changed on the other, and does once what both are asked' do
    outbox = Dir.mktmpdir
    ports = Serving.free_ports(2)
    starts = ports.map do |port|
      env = { 'FAWNMOSS_PORT' => port.to_s, 'FAWNMOSS_WORKERS' => '1', 'FAWNMOSS_LOOKS' => nil, 'FAWNMOSS_OUTBOX' => outbox, 'FAWNMOSS_OUTBOX_PAGE' => 'yes' }
      -> { Serving.puma(env) }
    end
    Serving.run(ports[0], starts[0]) do
      Serving.run(ports[1], starts[1]) do
        expect(Stale.new(ports).run(2)).to match([be > 20, []])
        expect(Collide.new(ports).run(3)).to match([be > 15, []])
      end
    end
  ensure
    FileUtils.rm_rf(outbox)
    FawnmossServer.db[:accounts].where(Sequel.like(:email, '%@example.test')).delete
  end
end
