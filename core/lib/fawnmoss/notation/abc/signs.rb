# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # The signs of ABC 2.1 that are read, and the ones that are refused with a name.
      module Signs
        DECORATIONS = { '.' => :staccato, 'H' => :fermata, 'L' => :accent }.freeze
        WORDS = { 'tenuto' => :tenuto, 'fermata' => :fermata, 'breath' => :breath, 'accent' => :accent, '>' => :accent,
                  'emphasis' => :accent, 'staccato' => :staccato }.freeze
        BARS = { '|' => {}, '||' => { line: :double }, '|]' => { line: :final }, '[|' => { line: :double },
                 ':|' => { repeat_end: true }, ':|]' => { repeat_end: true } }.freeze
        NOTE = %r{(?<accidental>\^\^|\^|__|_|=)?(?<letter>[A-Ga-gzx])(?<octave>[,']*)(?<length>\d*(?:/+\d*)?)}
        BROKEN = { '>' => [3/2r, 1/2r], '>>' => [7/4r, 1/4r], '<' => [1/2r, 3/2r], '<<' => [1/4r, 7/4r] }.freeze

        # Parts of the standard that a chart has no use for yet, by the sign they start with.
        REFUSED = { '"' => 'chord symbols and annotations', '{' => 'grace notes', '[' => 'chords and inline fields', '!' => 'this decoration',
                    '~' => 'ornaments', 'T' => 'trills', 'M' => 'ornaments', 'P' => 'ornaments', 'S' => 'segno signs', 'O' => 'coda signs',
                    '&' => 'a second voice', 'y' => 'spacers', 'Z' => 'rests of several bars' }.freeze
      end
    end
  end
end
