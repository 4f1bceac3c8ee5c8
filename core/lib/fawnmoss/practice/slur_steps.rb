# frozen_string_literal: true

module Fawnmoss
  module Practice
    # More notes to a bow, step by step: 1, 2, 4, 8, then the whole octave; or 1 to 8 with uneven groups counted both ways. The
    # speed of the notes rises with the count and the bow per note falls; the first note of each bow gets the weight.
    module SlurSteps
      # notes: to a bow, or 'octave'; groups: how they are counted, one list for each way: [[3, 2], [2, 3]].
      Step = Value.of(:notes, :groups)

      KINDS = %w[doubling counting].freeze
      COUNTED = { 1 => [[1]], 2 => [[2]], 3 => [[3]], 4 => [[2, 2]], 5 => [[3, 2], [2, 3]], 6 => [[3, 3], [2, 2, 2]],
                  7 => [[4, 3], [3, 4]], 8 => [[4, 4]] }.freeze

      GIVEN = /\A[1-8](\+[1-8])*\z/

      # What a person writes for notes to a bow: "2", groups such as "3+2", or "octave". Raises InvalidInput.
      #   SlurSteps.parse('3+2') # => [3, 2]
      def self.parse(text)
        return text if text == 'octave'
        unless text.match?(GIVEN)
          raise InvalidInput.new("#{text.inspect} is no number of notes to a bow", where: { field: 'slur' },
remedy: 'Give 1 to 8, groups such as 3+2, or octave.')
        end

        text.include?('+') ? text.split('+').map(&:to_i) : text.to_i
      end

      # kind: 'doubling' (1, 2, 4, 8, octave) or 'counting' (1 to 8). Raises InvalidInput.
      #   SlurSteps.list('counting')[4].groups # => [[3, 2], [2, 3]]
      def self.list(kind = 'doubling')
        case kind
        when 'doubling' then [1, 2, 4, 8, 'octave'].map { Step.new(notes: _1, groups: COUNTED.fetch(_1, [])) }
        when 'counting' then COUNTED.map { |notes, groups| Step.new(notes:, groups:) }
        else raise InvalidInput.new("#{kind.inspect} is no way of adding notes to a bow", where: { field: 'steps' }, remedy: "Choose #{KINDS.join(' or ')}.")
        end
      end
    end
  end
end
