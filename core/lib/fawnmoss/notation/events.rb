# frozen_string_literal: true

module Fawnmoss
  module Notation
    # What the readers find in one line of music, in order; a Score::Direction is an event of its own. The Assembler makes bars of it.
    module Events
      # Something that takes time: a note, a chord or a rest.
      Sound = Value.of(
        :pitches,    # Theory::Pitch list in the order written; [] for a rest
        :length,     # quarters, as it sounds
        :ratio,      # [3, 2] for three in the time of two, or nil
        :tied,       # pitches that are tied to the next sound
        :slur_start, # true, :dashed or false
        :slur_stop,  # true or false
        :marks,      # as of Score::Note
        :fingers,    # by pitch, 0..4 or nil
        :strings,    # by pitch, 1 = highest, or nil
        :bow,        # :up, :down or nil
        :graces,     # pitches of grace notes before it, or nil
        :grace_fingers, # their fingers, or nil
        :directions, # as of Score::Note
        :lyrics      # as of Score::Note
      ) do
        def derive
          self[:directions] ||= Score::Direction::NONE
          self[:lyrics] ||= Score::Syllable::NONE
        end

        def rest? = pitches.empty?

        # Quarters as drawn, whether one sign has them or several tied.
        def written = ratio ? length * ratio[0] / ratio[1] : length

        # The same for so many quarters as drawn.
        def long(written) = copy(length: ratio ? written * ratio[1] / ratio[0] : written)

        # In parts of so many quarters each, tied: what belongs to the end of a length stands on the last, all else on the first.
        def cut(lengths)
          return [self] if lengths.size == 1

          parts = lengths.map { |length| self.class.new(**PLAIN, pitches:, length:, ratio:, tied: pitches) }
          marks_late, marks_early = marks.partition { self.class::LATE.include?(_1) }
          said_late, said_early = directions.partition { _1.kind == :hairpin_end }
          parts[0] = copy(length: lengths.first, tied: pitches, slur_stop: false, marks: marks_early.freeze, directions: said_early.freeze)
          parts[-1] = parts.last.copy(tied:, slur_stop:, marks: marks_late.freeze, directions: said_late.freeze)
          parts
        end

        # With what is sung on it in a verse, 0 the first; nil for nothing.
        def sung(verse, syllable)
          verses = lyrics.dup
          verses[verse] = syllable
          copy(lyrics: verses.freeze)
        end
      end
      Sound::LATE = %i[breath fermata].freeze # marks that belong to the end of a length
      Sound::HEAD = %i[slur_start slur_stop marks bow graces grace_fingers directions lyrics].freeze # what the first note of a chord carries for all

      # A bar line. repeat_end: a backward repeat sign stands there; repeat_start: a forward one, for the next bar; ending: numbers of an
      # ending that begins after it, as text; signs: as of Score::Bar, of the bar that it ends.
      Line = Value.of(:line, :repeat_end, :repeat_start, :ending, :signs)

      # From here on something else holds. key: Theory::Key or nil; meter: Theory::Meter, :free or nil; tempo: quarters a minute or nil; clef: a
      # name or nil.
      Change = Value.of(:key, :meter, :tempo, :clef)

      # A sign of navigation. kind: as of Score::Bar#signs. One of ENDS that stands before the first of several notes of a bar is that of the bar before.
      Sign = Value.of(:kind) do
        # The one that words over the staff stand for, or nil.
        def self.said(text)
          kind = self::WORDS.find { |pattern, _| text.match?(pattern) }&.last
          kind && new(kind:)
        end
      end
      Sign::ENDS = %i[fine da_capo dal_segno to_coda].freeze
      Sign::WORDS = { /\AD\.?\s*C\.?(?:\s|\z)/i => :da_capo, /\AD\.?\s*S\.?(?:\s|\z)/i => :dal_segno, /\Afine\z/i => :fine, /\Ato coda/i => :to_coda }.freeze

      PLAIN = { ratio: nil, tied: [].freeze, slur_start: false, slur_stop: false, marks: [].freeze, fingers: [].freeze, strings: [].freeze, bow: nil,
                graces: nil, grace_fingers: nil }.freeze # of a sound with nothing attached

      # A rest of so many quarters.
      def self.rest(length) = Sound.new(**PLAIN, pitches: [].freeze, length:)
    end
  end
end
