# frozen_string_literal: true

module FawnmossServer
  # A thread of a server process for what is done behind the answers: what it is given, one thing after another, and where that is asked for a round now
  # and then by itself. A failure is written to the log and does not end it.
  #
  #   READER = Behind.new('reading') { |studio_id, tune| ... }
  #   READER.give(12, tune) # waits in line; the same key given again before its turn has one turn, with the value given last
  class Behind
    LATE = 5 # seconds that it rests after a failure
    ENDING = 3 # seconds that it has to end when the process does

    # name: in the log. every: seconds after which the block is called with nothing, nil for never. priority: as Thread#priority.
    def initialize(name, every: nil, priority: 0, &work)
      @name = name
      @every = every
      @priority = priority
      @work = work
      @jobs = {}
      @lock = Mutex.new
      @given = ConditionVariable.new
    end

    # In specs nothing goes on behind.
    def idle? = FawnmossServer.settings.looks_at_once

    def give(key, value = nil)
      return if idle?

      @lock.synchronize do
        @jobs[key] = value || @jobs[key]
        begin_thread
        @given.signal
      end
    end

    # From now on there are rounds by itself.
    def start = idle? || @lock.synchronize { begin_thread }

    private

    def begin_thread
      return if @thread&.alive?

      @ending = false
      @stops ||= at_exit { stop }
      @thread = Thread.new { work }
      @thread.priority = @priority
    end

    # Told to end rather than killed: on a busy machine a process was seen to wait for ever for a thread that slept through its killing.
    def stop
      return unless @thread&.alive?

      @lock.synchronize do
        @ending = true
        @given.signal
      end
      @thread.join(ENDING) || @thread.kill
    end

    def work
      once(nil, nil) if @every
      while (job = take)
        once(*job)
      end
    end

    def once(key, value)
      @work.call(key, value)
    rescue StandardError => e # the database is away, say
      say("#{e.class}: #{e.message} #{e.backtrace&.first}")
      @lock.synchronize { @given.wait(@lock, LATE) unless @ending }
    end

    # The next of what was given, [nil, nil] for a round by itself, nil at the end.
    def take
      @lock.synchronize do
        @given.wait(@lock, @every) if @jobs.empty? && !@ending
        @given.wait(@lock, @every) while @every.nil? && @jobs.empty? && !@ending
        @ending ? nil : @jobs.shift || [nil, nil]
      end
    end

    def say(words)
      Log.say(@name => words)
    end
  end
end
