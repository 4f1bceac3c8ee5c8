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
        super(limits)
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
          child(answers) { serve(orders, answers, block) }
        end
        [orders, answers].each(&:close)
      end

      # Ended by itself, not killed over what it was given.
      def ended? = @life.value&.success?

      # What the process does.
      def serve(orders, answers, block)
        had = taken
        while taken - had < GROWN && (given = received(orders))
          tell(answers, -> { block.call(*given) })
          tidy
        end
      end

      # While nobody waits: the next one finds memory that was in use before, instead of new pages, which cost a third of its time.
      def tidy
        return unless @wastes

        GC.enable
        GC.start(full_mark: false)
        GC.disable
      end

      # [what is given next], or nil when nothing comes.
      def received(orders)
        [Marshal.load(orders)] if orders.wait_readable(IDLE) # rubocop:disable Security/MarshalLoad -- written by our own process
      rescue EOFError
        nil
      end
    end
  end
end
