# frozen_string_literal: true

module FawnmossServer
  module Apart
    # What a forked process does with a block, and how its answer comes back to the one that forked it. Time is what the job itself takes of
    # a processor: on a busy machine it gets PATIENCE times as long by the clock.
    module Forked
      PATIENCE = 2
      SIZE = 'Q' # a number of 8 bytes

      # Whoever makes pipes and forks holds this until its own copies of the other ends are closed: a process forked meanwhile would keep them open, and
      # that a process has ended would not be seen.
      FORKING = Mutex.new

      # limits: Limits of its lane.
      def initialize(limits)
        @seconds = limits.seconds
        @wastes = limits.wastes
        @nice = limits.nice || NICE
      end

      private

      # What the process does: the block, and then it ends.
      def child(writer)
        GC.disable if @wastes
        alone(writer)
        yield
      rescue Exception => e # rubocop:disable Lint/RescueException -- the last word of this process; nothing may run on in it
        warn "apart: #{e.class}: #{e.message}"
      ensure
        Process.exit!(0) # no at_exit, no finalizers: they belong to the process this one came from
      end

      # Sends what the block comes to, its size first.
      def tell(writer, block)
        spent = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
        Process.setrlimit(:CPU, (spent + @seconds).ceil, Process.getrlimit(:CPU).last)
        say(writer, outcome(block))
      end

      def say(writer, value)
        bytes = Marshal.dump(value)
        writer.write([bytes.bytesize].pack(SIZE), bytes)
        writer.flush
      end

      def outcome(block)
        [:done, block.call]
      rescue Fawnmoss::Error, Choose, Missing => e
        [:raised, e]
      rescue StandardError, NoMemoryError, SystemStackError => e
        [:broken, "#{e.class}: #{e.message} #{e.backtrace&.first(3)&.join(' < ')}"]
      end

      # Last in turn, within its memory, without the sockets and the database of the process it came from.
      def alone(writer)
        Process.setpriority(Process::PRIO_PROCESS, 0, @nice)
        Process.setrlimit(:DATA, taken + MEMORY)
        %w[INT TERM HUP USR1 USR2].each { trap(_1, 'DEFAULT') }
        FawnmossServer.db.define_singleton_method(:synchronize) { |*| raise 'work done apart must not ask the database' }
        close_sockets(writer)
      end

      # Bytes of data that this process has.
      def taken = File.read('/proc/self/status')[/VmData:\s+(\d+)/, 1].to_i * 1024

      def close_sockets(writer)
        Dir.children('/proc/self/fd').map(&:to_i).each do |number|
          next if number <= 2 || number == writer.fileno || !File.readlink("/proc/self/fd/#{number}").start_with?('socket:')

          IO.for_fd(number, autoclose: false).close
        rescue SystemCallError
          next # closed meanwhile: it was the list's own
        end
      end

      # What was told, or '' when the process ended first. Raises Failed when it is late.
      def heard(reader)
        stop = Clock.now + (@seconds * PATIENCE)
        size = part(reader, [0].pack(SIZE).bytesize, stop) or return ''
        part(reader, size.unpack1(SIZE), stop) || ''
      end

      # So many bytes, or nil when there are no more.
      def part(reader, size, stop)
        bytes = String.new(encoding: Encoding::BINARY)
        while bytes.bytesize < size
          left = stop - Clock.now
          raise Failed, "over #{@seconds * PATIENCE} seconds" unless left.positive? && reader.wait_readable(left)

          bytes << reader.readpartial([size - bytes.bytesize, 1 << 20].min)
        end
        bytes
      rescue EOFError
        nil
      end

      def answer(bytes)
        raise Failed, 'it ended without an answer' if bytes.empty?

        kind, answer = Marshal.load(bytes) # rubocop:disable Security/MarshalLoad -- written by our own process a moment ago
        case kind
        when :done then answer
        when :raised then raise answer
        else raise answer.start_with?('NoMemoryError') ? Failed.new('out of memory') : answer
        end
      end
    end
  end
end
