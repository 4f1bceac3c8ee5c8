# frozen_string_literal: true

module FawnmossServer
  # What one process of all servers does at a time: it has a row that it touches every few seconds while it works. A lock of MariaDB's own (GET_LOCK) would
  # hold for one node of a cluster only. Whoever dies leaves a row that is touched no more, and it passes to the next.
  class Lease
    BEAT = 2 # seconds between two touches
    LOST = 20 # seconds without one, by the database's clock
    LOOK = 0.2 # seconds between two tries of who waits
    ENDING = 3 # seconds for a touch that is under way at the end

    NOW = Sequel.lit('UTC_TIMESTAMP(6)')
    GONE = Sequel.lit("UTC_TIMESTAMP(6) - INTERVAL #{LOST} SECOND")

    # Answers what the block does, or false when somebody else has it for longer than `wait` seconds. db: Sequel::Database.
    def self.hold(db, name, wait: 0, &block) = new(db, name).hold(wait, &block)

    # The rows; made when they are not there, for changes of tables need them too.
    def self.prepare(db)
      db.create_table?(:leases) do
        String :name, size: 120, primary_key: true
        String :holder, size: 32, null: false
        column :beat, 'datetime(6)', null: false
      end
    end

    def initialize(db, name)
      @db = db
      @name = name
      @me = SecureRandom.hex(16)
      @lock = Mutex.new
      @ended = ConditionVariable.new
    end

    def hold(wait, &)
      till = Clock.now + wait
      until taken?
        return false if Clock.now > till

        sleep LOOK
      end
      @db.in_transaction? ? in_sight_of_nobody(&) : working(&)
    end

    private

    def rows = @db[:leases].where(name: @name)

    def taken?
      @db[:leases].insert_ignore.insert(name: @name, holder: @me, beat: NOW) if rows.empty?
      rows.get(:holder) == @me || rows.where { beat < GONE }.update(holder: @me, beat: NOW) == 1
    rescue Sequel::DatabaseError => e
      Boot::Again.worth?(e) ? false : raise # two took it at once, on two nodes
    end

    # Within a transaction nobody else sees the row, and touching it by another connection would wait for the transaction.
    def in_sight_of_nobody
      yield
    ensure
      give_back
    end

    def working
      beats = Thread.new { beat }
      yield
    ensure
      @lock.synchronize do
        @over = true
        @ended.signal
      end
      beats&.join(ENDING) || beats&.kill
      give_back
    end

    def beat
      until over_after(BEAT)
        begin
          rows.where(holder: @me).update(beat: NOW)
        rescue Sequel::DatabaseError, Mysql2::Error
          nil # away for a moment
        end
      end
    end

    def over_after(seconds) = @lock.synchronize { @over || (@ended.wait(@lock, seconds) && @over) }

    def give_back
      rows.where(holder: @me).delete
    rescue Sequel::DatabaseError
      nil # it passes on by itself
    end
  end
end
