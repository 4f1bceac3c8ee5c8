# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What a heard pitch is called: as it is written for the instrument, spelled as the key would.
    module Names
      # midi: number as it sounds; key: Theory::Key; instrument: Instrument::Instrument. Returns "C#5".
      def self.of(...) = pitch(...).to_s

      # The same as Theory::Pitch.
      def self.pitch(midi, key, instrument) = Notation::MidiIn::Keys.spell(midi + moved(instrument), key)

      # Semitones from where it sounds up to where it is written.
      def self.moved(instrument)
        middle = Theory::Pitch.parse('C4')
        middle.midi - instrument.sounding(middle).midi
      end
    end
  end
end
