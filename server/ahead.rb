# frozen_string_literal: true

module FawnmossServer
  # The next day's Today, worked out in the quiet after this one was asked for, a pupil at a time, so that the first look of a day finds most of it
  # remembered (Roll): only what was marked since is worked out then. One thread a server process, which gives way to every request.
  module Ahead
    PAUSE = 0.01 # seconds after each pupil
    KEPT = 500 # studios of which it is known how far they are worked out
    LOCK = Mutex.new
    BEHIND = Behind.new(:ahead, priority: -2) { |(studio_id, day), _| prepare(studio_id, day) }
    DONE = LruRedux::Cache.new(KEPT) # { studio id => day }, guarded by LOCK

    # A studio was looked at on a day.
    def self.wake(studio_id, today)
      return if BEHIND.idle?

      LOCK.synchronize do
        next if DONE[studio_id] == today + 1

        DONE[studio_id] = today + 1
        BEHIND.give([studio_id, today + 1])
      end
    end

    # Works it out. pause: seconds after each pupil.
    def self.prepare(studio_id, day, pause: PAUSE)
      studio = Models::Studio[studio_id] or return
      Actions::Today.each(studio, day) { sleep pause }
    end
  end
end
