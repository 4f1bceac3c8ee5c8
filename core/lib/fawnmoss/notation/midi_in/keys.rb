# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MidiIn
      # Keys that a file does not say, and the letters of its notes.
      module Keys
        # The line of fifths, F at 0: seven letters, then with sharps; before them with flats.
        LETTERS = %w[F C G D A E B].freeze

        # The key whose scale has the most of the notes; of equals one that the last note, else the first, is the tonic of, then the one with the
        # fewest signs. It is minor where the last note is its sixth. keys: MIDI numbers in order. Returns Theory::Key.
        #   Keys.guess([62, 64, 66, 67, 69, 62]).name # => "D major"
        def self.guess(keys)
          counts = keys.map { _1 % 12 }.tally
          ends = [keys.last % 12, keys.first % 12]
          fifths = (-7..7).max_by do |sharps|
            scale = scale(sharps)
            [scale.sum { counts.fetch(_1, 0) }, *ends.map { |note| scale.values_at(0, 5).include?(note) ? 1 : 0 }, -sharps.abs, sharps]
          end
          Theory::Key.new(fifths:, mode: ends.first == scale(fifths)[5] ? 'minor' : 'major')
        end

        # Pitch classes of a major scale with so many sharps, the tonic first.
        def self.scale(sharps) = [0, 2, 4, 5, 7, 9, 11].map { (_1 + (7 * sharps)) % 12 }
        private_class_method :scale

        # The pitch of a MIDI number as a page in that key writes it: a note of the scale, or one of the two places flatwards and three sharpwards of
        # it on the line of fifths: a lowered seventh, a raised fourth or leading note. Each of the twelve has one such place. Returns Theory::Pitch.
        def self.spell(number, key)
          place = ((key.fifths - 2)..(key.fifths + 9)).find { |fifth| pitch_class(fifth) == number % 12 }
          alter = place.div(7)
          Theory::Pitch.new(letter: LETTERS[place % 7], alter:, octave: ((number - alter) / 12) - 1)
        end

        # F is 5 semitones above C; each step on the line is a fifth more.
        def self.pitch_class(fifth) = (5 + (7 * fifth)) % 12
        private_class_method :pitch_class
      end
    end
  end
end
