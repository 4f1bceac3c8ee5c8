# frozen_string_literal: true

module Fawnmoss
  module Shape
    # How loud every sound is, and what every phrase grows to, found together and exactly as the cheapest way through a row of choices (Together::Least): at
    # each sound a level and the side of the goal on which it lies. What the teacher sets leaves one level at its sound; the rest is found around it.
    class Curve
      # What may stand at a sound. side: :before, :goal or :after.
      Choice = Value.of(:level, :side)

      CHOICES = %i[before goal after].flat_map { |side| Levels::ALL.map { Choice.new(level: _1, side:) } }.freeze

      attr_reader :wants

      # wants: Wants; prices: data/shape.yml; set: { sound => level }.
      def initialize(wants, prices, set: {})
        @wants = wants
        @prices = prices.fetch('costs')
        @set = set
        @best = wants.lines.to_h { |line| [line, line.sounds.map { wants.goal(_1) }.max] }.compare_by_identity
        @steps = {}
        @own = wants.heads.each_index.map { |at| own(at) }
        @least = least
      end

      # The level of every sound.
      def levels = chosen.map(&:level)

      # { Line => the sound that the phrase grows to }.
      def goals = @wants.lines.to_h { |line| [line, line.sounds.find { chosen[_1].side == :goal }] }.compare_by_identity

      def total = @least.total
      def set?(at) = @set.key?(at)

      # What each level at a sound would cost more in all, in the order of Levels::ALL. Less than nothing: better than what is set.
      def prices(at)
        through = set?(at) ? least(but: at).through(at) : @least.through(at)
        through.each_slice(Levels::ALL.size).to_a.transpose.map { _1.compact.min - total }
      end

      # What a row of choices costs, one for each sound, nil where it is no way.
      def cost_of(row)
        numbers = row.map { CHOICES.index(_1) }
        costs = numbers.each_with_index.map { |number, at| @own[at][number] } + numbers.each_cons(2).with_index.map { |(from, to), at| steps(at + 1)[from][to] }
        costs.sum unless costs.any?(&:nil?)
      end

      private

      def chosen = @chosen ||= @least.indices.map { CHOICES[_1] }

      # but: a sound at which what is set counts for nothing.
      def least(but: nil)
        rows = @own.each_with_index.map { |row, at| set?(at) && at != but ? only(row, @set[at]) : row }
        Together::Least.new(rows, method(:steps))
      end

      def only(row, level) = row.each_with_index.map { |cost, number| cost if CHOICES[number].level == level }

      # What every choice at a sound costs, nil for none. A phrase has one goal: its first sound is not after it, its last not before it.
      def own(at)
        line = @wants.line(at)
        row = CHOICES.map { |choice| weigh(at, choice) }
        row.fill(nil, 0, Levels::ALL.size) if at == line.last
        row.fill(nil, 2 * Levels::ALL.size) if at == line.first
        row
      end

      def weigh(at, choice)
        goal = choice.side == :goal
        dynamic = @wants.signs[at].dynamic
        price = @prices[goal ? 'leave_goal' : leave(at)] * ((choice.level - @wants.level(at, goal:))**2)
        price += @prices['written'] * ((choice.level - dynamic)**2) if dynamic
        price += @best[@wants.line(at)] - @wants.goal(at) if goal
        price.round
      end

      def leave(at) = @wants.last?(at) ? 'leave_end' : 'leave'

      # What it costs to go to a sound, by the choice before and the choice there: a few tables for all sounds.
      def steps(at)
        joins = @wants.line(at).first == at
        way = @wants.signs[at].way
        @steps[[joins, way]] ||= CHOICES.map { |before| CHOICES.map { |choice| step(before, choice, joins, way) } }
      end

      def step(before, choice, joins, way)
        change = choice.level - before.level
        price = hairpin(way, change)
        return price + (@prices['join'] * ([change.abs - 2, 0].max**2)) if joins
        return unless choice.side == :after ? before.side != :before : before.side == :before

        backward = [choice.side == :after ? change : -change, 0].max
        price + (@prices['backward'] * (backward**2)) + (@prices['jump'] * ([change.abs - 1, 0].max**2))
      end

      def hairpin(way, change)
        return 0 unless way

        on = way == :crescendo ? change : -change
        return @prices['against'] * -on if on.negative?

        on.zero? ? @prices['flat'] : 0
      end
    end
  end
end
