# frozen_string_literal: true

module FawnmossServer
  module Apart
    # One block in a process of its own. The answer, or what the block raised, comes back through a pipe; a job over its time is killed.
    class Job
      include Forked

      # Returns what the block returns. Raises what it raises, and Failed.
      def run(&block)
        pid, reader = start(block)
        answer(heard(reader))
      ensure
        reader&.close
        finish(pid) if pid
      end

      private

      # [process, what it is heard through]
      def start(block)
        FORKING.synchronize do
          reader, writer = IO.pipe(binmode: true)
          pid = fork do
            reader.close
            child(writer) { tell(writer, work(block, writer)) }
          end
          writer.close
          [pid, reader]
        end
      end

      # What the process does. writer: what it is heard through.
      def work(block, _writer) = block

      # Nobody waits for what is left of it: taking down so large a process takes a while.
      def finish(pid)
        Process.kill(:KILL, pid)
        Process.detach(pid)
      rescue Errno::ESRCH, Errno::ECHILD
        nil # gone already
      end
    end
  end
end
