# frozen_string_literal: true

module Fawnmoss
  module Theory
    # Note names in the teacher's language: plain letters, letters with H and B as in German-speaking lands, fixed do.
    module NoteNames
      KINDS = %w[letters h-b do].freeze
      DO = { 'C' => 'do', 'D' => 're', 'E' => 'mi', 'F' => 'fa', 'G' => 'sol', 'A' => 'la', 'B' => 'si' }.freeze
      SIGNS = { -2 => 'bb', -1 => 'b', 0 => '', 1 => '#', 2 => '##' }.freeze
      SHARP = { 1 => 'is', 2 => 'isis' }.freeze

      # The name of a pitch without its octave.
      #   NoteNames.say(Pitch.parse('Bb3'), 'h-b') # => "B"
      #   NoteNames.say(Pitch.parse('F#4'), 'do')  # => "fa#"
      # Raises InvalidInput for an unknown kind.
      def self.say(pitch, kind = 'letters')
        case kind
        when 'letters' then pitch.name
        when 'do' then DO.fetch(pitch.letter) + SIGNS.fetch(pitch.alter)
        when 'h-b' then german(pitch.letter, pitch.alter)
        else raise InvalidInput.new("#{kind.inspect} is no way of naming notes", where: { field: 'names' }, remedy: "Choose #{KINDS.join(', ')}.")
        end
      end

      # H is B natural and B is B flat; As and Es swallow the e.
      def self.german(letter, alter)
        return alter == -1 ? 'B' : "H#{SHARP[alter]}#{'eses' if alter == -2}" if letter == 'B'
        return letter + SHARP.fetch(alter, '') unless alter.negative?

        once = 'AE'.include?(letter) ? "#{letter}s" : "#{letter}es"
        alter == -1 ? once : "#{once}es"
      end
      private_class_method :german
    end
  end
end
