# frozen_string_literal: true

module FawnmossServer
  # The next day's Today, worked out in the quiet after this one was asked for, a pupil at a time, and put by with this day's, so that the first look of
  # a day, and the first after a start, finds most of it, in whichever process: only what was marked since is worked out then. Looked after again when a
  # later look finds that some time has gone. One thread a server process, which gives way to every request.
  module Ahead
    PAUSE = 0.01 # seconds after each pupil
    KEPT = 500 # studios of which it is known how far they are worked out
    AGAIN = 600 # seconds after which what was marked since is worked out too
    LOCK = Mutex.new
    BEHIND = Behind.new(:ahead, priority: -2) { |(studio_id, day), _| prepare(studio_id, day) }
    DONE = LruRedux::Cache.new(KEPT) # { studio id => [day, when by the clock] }, guarded by LOCK

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
