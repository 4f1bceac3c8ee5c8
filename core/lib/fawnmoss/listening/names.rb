# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What a heard pitch is called: written for the instrument, with sharps in keys that have sharps and flats in those that have flats.
    module Names
      # midi: number as it sounds; key: Theory::Key; instrument: Instrument::Instrument. Returns "C#5".
      def self.of(midi, key, instrument)
        low = Theory::Pitch.parse('C4')
        written = midi + low.midi - instrument.sounding(low).midi
        step = (7 * (written / 12)) - 7
        own = (0..6).map { key.at(step + _1) }
        named = own.find { |pitch| (pitch.midi - written) % 12 == 0 }
        (named || plain(written, key.fifths.negative? ? -1 : 1)).then { |pitch| Theory::Pitch.new(letter: pitch.letter, alter: pitch.alter, octave: octave(pitch, written)) }.to_s
      end

      # sign: 1 for sharps, -1 for flats.
      def self.plain(midi, sign)
        natural = Theory::Pitch::SEMITONES.key(midi % 12)
        natural ? Theory::Pitch.new(letter: natural, alter: 0, octave: 4) : Theory::Pitch.new(letter: Theory::Pitch::SEMITONES.key((midi - sign) % 12), alter: sign, octave: 4)
      end

      def self.octave(pitch, midi) = ((midi - Theory::Pitch::SEMITONES.fetch(pitch.letter) - pitch.alter) / 12) - 1
      private_class_method :plain, :octave
    end
  end
end
