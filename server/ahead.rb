# frozen_string_literal: true

module FawnmossServer
  # The next day's Today, worked out in the quiet after this one was asked for, a pupil at a time, so that the first look of a day finds most of it
  # remembered (Roll): only what was marked since is worked out then. One thread a server process, which gives way to every request.
  module Ahead
    PAUSE = 0.01 # seconds after each pupil
    ENDING = 3 # seconds that the thread has to end when the process does
    KEPT = 500 # studios of which it is known how far they are worked out
    QUEUE = Thread::Queue.new
    LOCK = Mutex.new
    DONE = {} # rubocop:disable Style/MutableConstant -- { studio id => day }, guarded by LOCK

    # A studio was looked at on a day.
    def self.wake(studio_id, today)
      return if FawnmossServer.settings.looks_at_once # in tests nothing goes on behind

      LOCK.synchronize do
        next if DONE[studio_id] == today + 1

        DONE.shift if DONE.size >= KEPT
        DONE[studio_id] = today + 1
        QUEUE << [studio_id, today + 1]
        start unless @thread&.alive?
      end
    end

    def self.start
      @stops ||= at_exit { stop }
      @thread = Thread.new { work }
      @thread.priority = -2
    end

    def self.work
      while (job = QUEUE.pop)
        prepare(*job)
      end
    end

    # As in Looking.
    def self.stop
      return unless @thread&.alive?

      QUEUE.clear
      QUEUE << nil
      @thread.join(ENDING) || @thread.kill
    end

    # Works it out. pause: seconds after each pupil.
    def self.prepare(studio_id, day, pause: PAUSE)
      studio = Models::Studio[studio_id] or return
      Actions::Today.each(studio, day) { sleep pause }
    rescue StandardError => e # whoever looks tomorrow waits a moment longer
      $stdout.puts JSON.generate(at: Time.now.utc.iso8601(3), ahead: "#{e.class}: #{e.message} #{e.backtrace&.first}") unless ENV['FAWNMOSS_QUIET']
    end
    private_class_method :start, :work, :stop
  end
end
