# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What a tuner goes by: where the open strings and the notes above them lie, and which of them set a string ringing.
    module Aims
      REACH = 24 # semitones above the highest string
      TUNED = 2.0 # cents within which an open string is tuned
      HOLD = 1.0 # seconds that a note sounds before it is judged: listening comes first

      # instrument: Instrument::Instrument; asked: Asked. Open strings are tuned in pure intervals from A, which has no beats (basses: fourths from A); the
      # notes lie as the temperament has them, in the key of C. Returns plain data: { a4:, tuned:, rings:, limit:, hold:, strings: [{ name:, written:, midi:,
      # hertz: }], notes: [{ written:, midi:, hertz:, ring: name of the string that answers, or nil }] }.
      #   Aims.of(violin, Asked.build)[:strings].map { _1[:hertz] } # => [195.56, 293.33, 440.0, 660.0]
      def self.of(instrument, asked)
        { a4: asked.a4, tuned: TUNED, rings: NotesHeard::RINGS, limit: asked.limit, hold: HOLD, strings: strings(instrument, asked), notes: notes(instrument, asked) }
      end

      def self.strings(instrument, asked)
        hertz = tuned(instrument, asked)
        instrument.open.zip(instrument.string_names, hertz).map do |pitch, name, one|
          { name:, written: pitch.to_s, midi: instrument.sounding(pitch).midi, hertz: one.round(2) }
        end
      end

      # Hz of the open strings, each in a pure interval to its neighbour, starting where A is, else at the string next to it in the equal scale.
      def self.tuned(instrument, asked)
        keys = instrument.open.map { instrument.sounding(_1).midi }
        start = instrument.open.index { _1.name == 'A' } || 0
        keys.map { |key| Cents.hertz((100 * keys[start]) + asked.shift) * Theory::Temperament.ratio('pythagorean', key - keys[start]) }
      end

      def self.notes(instrument, asked)
        lowest, highest = instrument.open.map { instrument.sounding(_1).midi }.minmax
        key = Theory::Key.parse('C major')
        (lowest..(highest + REACH)).map do |midi|
          pitch = Names.pitch(midi, key, instrument)
          cents = (100 * midi) + Theory::Temperament.target(asked.temperament, pitch, 'C') + asked.shift
          { written: pitch.to_s, midi:, hertz: Cents.hertz(cents).round(2), ring: ring(instrument, pitch) }
        end
      end

      # The open string that answers a stopped note; one's own is none.
      def self.ring(instrument, pitch)
        open = Analysis::Rings.answering(instrument, pitch)
        open.name if open && open.midi != pitch.midi
      end
      private_class_method :strings, :tuned, :notes, :ring
    end
  end
end
