# frozen_string_literal: true

module FawnmossServer
  module Apart
    # A block in a process of its own that is given something, answers, and waits for the next: from the second time on nothing is forked any more, and
    # its memory is warm. It ends when it was not asked for a while, or has grown.
    class Held
      include Forked

      IDLE = 60 # seconds it waits for the next one
      GROWN = 200_000_000 # bytes it may take beyond what it began with, where nothing is collected

      # limits: Limits of its lane.
      def initialize(limits, &block)
        @seconds = limits.seconds
        @wastes = limits.wastes
        FORKING.synchronize { start(block) }
        @life = Process.detach(@pid)
      end

      # [what the block returns for what is given], or nil when the process has ended before. Raises as Job#run.
      def ask(given)
        return unless @life.alive?

        Marshal.dump(given, @writer)
        @writer.flush
        bytes = heard(@reader)
        [answer(bytes)] unless bytes.empty? && ended?
      rescue Errno::EPIPE
        nil
      end

      # It is not needed any more.
      def leave
        [@reader, @writer].each(&:close)
        Process.kill(:KILL, @pid) if @life.alive? # else its number may be another's by now
      rescue Errno::ESRCH
        nil
      end

      private

      def start(block)
        @reader, answers = IO.pipe(binmode: true)
        orders, @writer = IO.pipe(binmode: true)
        @pid = fork do
          [@reader, @writer].each(&:close)
          child(answers, orders, block)
        end
        [orders, answers].each(&:close)
      end

      # Ended by itself, not killed over what it was given.
      def ended? = @life.value&.success?

      # What the process does.
      def child(answers, orders, block)
        GC.disable if @wastes
        alone(answers)
        had = taken
        tell(answers, -> { block.call(@given) }) while taken - had < GROWN && given?(orders)
      rescue Exception => e # rubocop:disable Lint/RescueException -- as in Forked
        warn "apart: #{e.class}: #{e.message}"
      ensure
        Process.exit!(0)
      end

      # Waits for what is given next; false when nothing comes.
      def given?(orders)
        return false unless orders.wait_readable(IDLE)

        @given = Marshal.load(orders) # rubocop:disable Security/MarshalLoad -- written by our own process
        true
      rescue EOFError
        false
      end
    end
  end
end
