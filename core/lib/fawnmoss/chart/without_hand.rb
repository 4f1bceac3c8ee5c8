# frozen_string_literal: true

module Fawnmoss
  module Chart
    # Says of every sound what the engine would do without the studio's own hand.
    class WithoutHand
      JOINS = { slur: 'slurred', hook: 'hooked', stop: 'stopped', lift: 'with a lift', recovery: 'after a recovery' }.freeze

      # problem: Problem with the hand; plain: the same without; reasons: Fingering::Reasons, which names places.
      def initialize(problem, plain, reasons)
        @problem = problem
        @plain = plain
        @reasons = reasons
      end

      # Per sound "open A", "up-bow, slurred", both, or nil where nothing changes.
      def words
        return [] if @plain.bows.is_a?(Bowing::Solved::Conflict)

        @problem.sounds.each_index.map { |at| [place(at), bow(@problem.heads[at].index)].compact.join('; ').then { _1.empty? ? nil : _1 } }
      end

      private

      def place(at)
        now, alone = [@problem, @plain].map { _1.fingers.places[at] }
        @reasons.name(alone) if now.visible != alone.visible
      end

      def bow(index)
        now, alone = [@problem, @plain].map { _1.bows.note(index).values_at(:direction, :join) }
        return if now == alone

        "#{alone.first}-bow#{", #{JOINS[alone.last]}" if JOINS.key?(alone.last)}"
      end
    end
  end
end
