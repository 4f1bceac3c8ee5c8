# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # The names that MusicXML has for kinds of chords, and how they are printed.
      module ChordKinds
        NAMES = { '' => 'major', 'm' => 'minor', '7' => 'dominant', 'maj7' => 'major-seventh', 'm7' => 'minor-seventh', 'dim' => 'diminished',
                  'dim7' => 'diminished-seventh', 'm7b5' => 'half-diminished', 'aug' => 'augmented', 'aug7' => 'augmented-seventh', '6' => 'major-sixth',
                  'm6' => 'minor-sixth', '9' => 'dominant-ninth', 'maj9' => 'major-ninth', 'm9' => 'minor-ninth', '11' => 'dominant-11th',
                  '13' => 'dominant-13th', 'sus4' => 'suspended-fourth', 'sus2' => 'suspended-second', '5' => 'power', 'm(maj7)' => 'major-minor' }.freeze
        ALSO = { 'min' => 'minor', '-' => 'minor', 'M7' => 'major-seventh', 'Δ' => 'major-seventh', 'min7' => 'minor-seventh', '-7' => 'minor-seventh',
                 '°' => 'diminished', '°7' => 'diminished-seventh', 'ø' => 'half-diminished', '+' => 'augmented', 'sus' => 'suspended-fourth' }.freeze
        PRINTED = NAMES.invert.freeze

        # The name for a kind as printed; 'other' for one that has none.
        def self.name(printed) = NAMES[printed] || ALSO.fetch(printed, 'other')

        # How a kind is printed. name: as above; text: as the file prints it, or nil; degrees: what is added or changed, as printed.
        def self.printed(name, text, degrees)
          plain = text&.delete(' ')
          base = NAMES.key?(plain) || ALSO.key?(plain) || (plain && name == 'other') ? plain : PRINTED.fetch(name, plain.to_s)
          base + degrees.reject { base.include?(_1) }.join
        end
      end
    end
  end
end
