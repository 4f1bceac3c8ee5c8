# frozen_string_literal: true

require 'tzinfo'

module FawnmossServer
  # The next day's Today, worked out in the quiet after this one was asked for, a pupil at a time, and put by with this day's, so that the first look of
  # a day, and the first after a start, finds most of it, in whichever process: only what was marked since is worked out then. Looked after again when a
  # later look finds that some time has gone. One thread a server process, which gives way to every request.
  module Ahead
    PAUSE = 0.01 # seconds after each pupil
    KEPT = 500 # studios of which it is known how far they are worked out
    AGAIN = 600 # seconds after which what was marked since is worked out too
    LATELY = 2 * 86_400 # seconds: studios that somebody has used since are worked out when the server starts, for a new version finds nothing put by
    MOST = 200 # of them, those used last
    LOCK = Mutex.new
    BEHIND = Behind.new(:ahead, priority: -2) { |key, _| key == :start ? catch_up : prepare(*key) }
    DONE = LruRedux::Cache.new(KEPT) # { studio id => [day, when by the clock] }, guarded by LOCK

    # A server process begins.
    def self.start = BEHIND.give(:start)

    # Works out the day of studios that were used lately; one process of all servers.
    def self.catch_up
      Lease.hold(FawnmossServer.db, 'ahead') do
        lately.each { |studio| prepare(studio.id, TZInfo::Timezone.get(studio.time_zone).now.to_date + 1) }
      end
    end

    def self.lately
      used = FawnmossServer.db[:account_active_session_keys].where { last_use > Time.now.utc - LATELY }
      accounts = used.group(:account_id).reverse { max(last_use) }.limit(MOST).select_map(:account_id)
      Models::Studio.not_closed.where(account_id: accounts).all
    end
    private_class_method :catch_up, :lately

    # A studio was looked at on a day.
    def self.wake(studio_id, today)
      return if BEHIND.idle?

      LOCK.synchronize do
        day, at = DONE[studio_id]
        next if day == today + 1 && Clock.now - at < AGAIN

        DONE[studio_id] = [today + 1, Clock.now]
        BEHIND.give([studio_id, today + 1])
      end
    end

    # Works it out, with the day before. pause: seconds after each pupil.
    def self.prepare(studio_id, day, pause: PAUSE)
      studio = Models::Studio[studio_id] or return
      roll = Roll.new(studio, studio.pupils, keeping: true)
      [day - 1, day].each { |one| Actions::Today.each(studio, one, roll) { sleep pause } }
      roll.put_by!
    end
  end
end
