# frozen_string_literal: true

module Fawnmoss
  module Ornaments
    # Says how a note's ornaments are played.
    module Words
      # entry: Chart::Entry; tempo: quarters a minute; from: where trills begin; first: nothing sounds before it. Returns sentences.
      #   Words.of(entry, tempo: 72, from: 'main', first: false) # => ["Trill with finger 2 up to C sharp, from the note itself, about 7 notes."]
      def self.of(entry, tempo:, from:, first:)
        [graces(entry, first), trill(entry, tempo, from)].compact
      end

      def self.graces(entry, first)
        pitches = entry.note.note.graces or return
        return 'The grace notes lie out of reach: leave them out.' unless entry.graces

        fingers = pitches.zip(entry.graces).map { |pitch, place| "#{pitch.spoken} #{place.finger}" }
        "#{pitches.size > 1 ? 'Grace notes' : 'Grace note'} #{fingers.join(', ')}, #{first ? 'on the beat' : 'before the beat'}, in the same bow."
      end

      def self.trill(entry, tempo, from)
        return unless entry.note.trill
        return "The hand does not reach #{entry.note.trill.spoken} here: play it without the trill, or mark another place." unless entry.trill

        count = Score::Sounding.strokes(entry.note.duration, tempo, from)
        "Trill with finger #{entry.trill.finger} up to #{entry.note.trill.spoken}, from #{from == 'upper' ? 'above' : 'the note itself'}, about #{count} notes."
      end
      private_class_method :graces, :trill
    end
  end
end
