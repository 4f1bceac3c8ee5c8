# frozen_string_literal: true

module FawnmossServer
  module Apart
    # The seats of a lane and who waits for them: first come, first served, but one studio's many jobs do not go before another's one.
    class Queue
      Ticket = Struct.new(:whose, :called, :wake)
      PATIENCE = 40 # seconds in the queue

      # limits: Limits.
      def initialize(limits)
        @limits = limits
        @lock = Mutex.new
        @waiting = []
        @seated = Hash.new(0) # studio id => jobs that run
      end

      # Runs the block on a seat. Raises Busy when no more may wait.
      def seat(whose)
        take(whose)
        begin
          yield
        ensure
          leave(whose)
        end
      end

      private

      def take(whose)
        @lock.synchronize do
          own = @seated[whose] + @waiting.count { _1.whose == whose }
          raise Busy, @waiting.size + 1 if @waiting.size >= @limits.queue || own >= @limits.own
          next @seated[whose] += 1 if free? && @waiting.empty?

          wait(Ticket.new(whose, false, ConditionVariable.new))
        end
      end

      # Who is not called within PATIENCE is told so, like one who found the queue full.
      def wait(ticket)
        @waiting << ticket
        stop = Clock.now + PATIENCE
        until ticket.called
          raise Busy, @waiting.index(ticket) + 1 unless (left = stop - Clock.now).positive?

          ticket.wake.wait(@lock, left)
        end
      ensure
        @waiting.delete(ticket) unless ticket.called # it gave up, or its thread was stopped
      end

      def leave(whose)
        @lock.synchronize do
          @seated[whose] -= 1
          @seated.delete(whose) if @seated[whose].zero?
          @last = whose
          call while free? && @waiting.any?
        end
      end

      # The first who is not the one just served, else the first.
      def call
        ticket = @waiting.find { _1.whose != @last && @seated[_1.whose].zero? } || @waiting.first
        @waiting.delete(ticket)
        @seated[ticket.whose] += 1
        ticket.called = true
        ticket.wake.signal
      end

      def free? = @seated.values.sum < @limits.seats
    end
  end
end
