# frozen_string_literal: true

module Fawnmoss
  module Shape
    # The shape in plain words, for a card and for the desk.
    module Words
      # What to do in a phrase: "grow to bar 3, then let go". line: Line; solved: Solved.
      def self.phrase(solved, line)
        grows = solved.rise(line) >= Signs::SWELLS
        falls = solved.fall(line) >= Signs::SWELLS
        goal = bar(solved.heads[solved.goal(line)].bar)
        way = if grows && falls then "grow to #{goal}, then let go"
              elsif grows then "grow to #{goal}"
              elsif falls then 'begin with a full sound, then let go'
              else 'keep one loudness'
              end
        line.same && !solved.written? ? "the same again, softer: #{way}" : way
      end

      PRICES = { (...0) => 'better', (0..8) => 'as good', (9..40) => 'nearly as good', (41..150) => 'against the line', (151..) => 'far from it' }.freeze

      # What a level costs more, in words. points: more than the best.
      #   Words.price(12) # => "nearly as good"
      def self.price(points) = PRICES.find { |range, _| range.cover?(points) }.last

      # "bars 1 to 4", with the pick-up named.
      def self.bars(solved, line)
        from, to = [line.first, line.last].map { solved.heads[_1].bar }
        return bar(from) if from == to

        from.zero? ? "pick-up to bar #{to}" : "bars #{from} to #{to}"
      end

      def self.bar(number) = number.zero? ? 'the pick-up' : "bar #{number}"

      # Sentences for one sound.
      def self.reasons(solved, at)
        wants = solved.wants
        line = wants.line(at)
        sign = wants.signs[at]
        [('set by you' if solved.set?(at)),
         ('as the page says' if sign.dynamic || sign.way),
         (goal(wants, at) if solved.goal(line) == at),
         ('lightened: the phrase ends here' if wants.last?(at) && solved.goal(line) != at),
         ('softer: the phrase says the same again' if line.same && !wants.written? && line.first == at),
         *side(solved, line, at)].compact.map { _1.sub(/\A./, &:upcase) }
      end

      def self.goal(wants, at)
        why = wants.goal_reasons(at).map(&:first)
        "the goal of its phrase#{": #{why.join(', ')}" if why.any?}"
      end

      def self.side(solved, line, at)
        goal = solved.goal(line)
        return if goal == at || solved.wants.last?(at)

        near = bar(solved.heads[goal].bar)
        at < goal ? "on the way to the goal in #{near}" : "letting go after the goal in #{near}"
      end
      private_class_method :bar, :goal, :side
    end
  end
end
