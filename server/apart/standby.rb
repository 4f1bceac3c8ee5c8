# frozen_string_literal: true

module FawnmossServer
  module Apart
    # Keeps the process of a job that is likely to come again with something else given, as the next mark on the same long tune: one such process, that
    # of the job asked for last.
    class Standby
      def initialize
        @lock = Mutex.new
      end

      # limits: Limits of the lane; key: all that the block's answer depends on besides what it is given. Returns what the block returns. Raises as
      # Job#run.
      def run(limits, key, given, &)
        held = take(key)
        unless (answer = held&.ask(given)) # there is none, or it had just ended
          held&.leave
          held = Held.new(limits, &)
          answer = held.ask(given) or raise Failed, 'it ended without an answer'
        end
        keep(key, held)
        answer.first
      rescue Fawnmoss::Error # refused: another try will follow
        keep(key, held)
        raise
      rescue StandardError
        held&.leave
        raise
      end

      private

      # The process that does such jobs, nobody else's meanwhile; nil when there is none.
      def take(key)
        @lock.synchronize do
          next unless @key == key

          @key = nil
          @held.tap { @held = nil }
        end
      end

      # In the place of the one before.
      def keep(key, held)
        @lock.synchronize do
          @held&.leave
          @key = key
          @held = held
        end
      end
    end
  end
end
