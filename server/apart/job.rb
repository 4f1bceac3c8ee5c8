# frozen_string_literal: true

module FawnmossServer
  module Apart
    # One block in a process of its own. The answer, or what the block raised, comes back through a pipe; a job over its time is killed.
    # Time is what the job itself takes of a processor: on a busy machine it gets PATIENCE times as long by the clock.
    class Job
      PATIENCE = 2

      # limits: Limits of its lane.
      def initialize(limits)
        @seconds = limits.seconds
        @wastes = limits.wastes
      end

      # Returns what the block returns. Raises what it raises, and Failed.
      def run(&block)
        reader, writer = IO.pipe(binmode: true)
        pid = fork { child(reader, writer, block) }
        writer.close
        answer(read(reader))
      ensure
        reader&.close
        finish(pid) if pid
      end

      private

      def child(reader, writer, block)
        reader.close
        GC.disable if @wastes
        alone(writer)
        Marshal.dump(outcome(block), writer)
        writer.close
      rescue Exception => e # rubocop:disable Lint/RescueException -- the last word of this process; nothing may run on in it
        warn "apart: #{e.class}: #{e.message}"
      ensure
        Process.exit!(0) # no at_exit, no finalizers: they belong to the process this one came from
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
        Process.setpriority(Process::PRIO_PROCESS, 0, NICE)
        had = File.read('/proc/self/status')[/VmData:\s+(\d+)/, 1].to_i * 1024
        Process.setrlimit(:DATA, had + MEMORY)
        Process.setrlimit(:CPU, @seconds.ceil)
        %w[INT TERM HUP USR1 USR2].each { trap(_1, 'DEFAULT') }
        FawnmossServer.db.define_singleton_method(:synchronize) { |*| raise 'work done apart must not ask the database' }
        close_sockets(writer)
      end

      def close_sockets(writer)
        Dir.children('/proc/self/fd').map(&:to_i).each do |number|
          next if number <= 2 || number == writer.fileno || !File.readlink("/proc/self/fd/#{number}").start_with?('socket:')

          IO.for_fd(number, autoclose: false).close
        rescue SystemCallError
          next # closed meanwhile: it was the list's own
        end
      end

      # The bytes of the answer, as far as they came in time.
      def read(reader)
        stop = now + (@seconds * PATIENCE)
        bytes = String.new(encoding: Encoding::BINARY)
        loop do
          left = stop - now
          raise Failed, "over #{@seconds * PATIENCE} seconds" unless left.positive? && reader.wait_readable(left)

          bytes << reader.readpartial(1 << 20)
        end
      rescue EOFError
        bytes
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

      # Nobody waits for what is left of it: taking down so large a process takes a while.
      def finish(pid)
        Process.kill(:KILL, pid)
        Process.detach(pid)
      rescue Errno::ESRCH, Errno::ECHILD
        nil # gone already
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
