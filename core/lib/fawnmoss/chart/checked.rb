# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What each named choice of a request may be, and the words where it is not.
    module Checked
      CHOICES = { 'version' => %w[simple full], 'part' => Scored::PARTS, 'fourth' => %w[open fourth either], 'start' => %w[down up balance],
                  'bowing' => %w[comes strong], 'shift' => %w[old new frame], 'slide' => %w[old new], 'trill' => %w[main upper],
                  'printed' => %w[all fingers bows none] }.each_value(&:freeze).freeze

      private

      def known(positions, instrument)
        wrong = positions - instrument.hand.position_names
        return positions if wrong.empty? && positions.any?

        raise InvalidInput.new(wrong.empty? ? 'no position is given' : "the #{instrument.name} has no position #{wrong.first.inspect}",
                               where: { field: 'positions' }, remedy: "Choose from #{instrument.hand.position_names.join(', ')}.")
      end

      def choice(field, value)
        allowed = CHOICES.fetch(field)
        return value if allowed.include?(value)

        raise InvalidInput.new("#{value.inspect} is not possible here", where: { field: }, remedy: "Choose #{allowed.join(' or ')}.")
      end

      def number(field, value, range)
        return value if value.is_a?(Integer) && range.cover?(value)

        raise InvalidInput.new("#{value.inspect} is out of range", where: { field: }, remedy: "Give a whole number from #{range.min} to #{range.max}.")
      end
    end
  end
end
