# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # The signs of ABC 2.1 that are read, and the ones that are refused with a name.
      module Signs
        DECORATIONS = { '.' => :staccato, 'H' => :fermata, 'L' => :accent, 'T' => :trill }.freeze
        WORDS = { 'tenuto' => :tenuto, 'fermata' => :fermata, 'breath' => :breath, 'accent' => :accent, '>' => :accent,
                  'emphasis' => :accent, 'staccato' => :staccato, 'trill' => :trill, 'wedge' => :off_string }.freeze
        BARS = { '|' => {}, '||' => { line: :double }, '|]' => { line: :final }, '[|' => { line: :double },
                 ':|' => { repeat_end: true }, ':|]' => { repeat_end: true } }.freeze
        NOTE = %r{(?<accidental>\^\^|\^|__|_|=)?(?<letter>[A-Ga-gzx])(?<octave>[,']*)(?<length>\d*(?:/+\d*)?)}
        BROKEN = { '>' => [3/2r, 1/2r], '>>' => [7/4r, 1/4r], '<' => [1/2r, 3/2r], '<<' => [1/4r, 7/4r] }.freeze

        STRINGS = { 'I' => 1, 'II' => 2, 'III' => 3, 'IV' => 4 }.freeze # as annotations: 1 is the highest

        # Parts of the standard that change no note: they are left out, and the tune's notices say so.
        LEFT_OUT = { '~' => 'ornaments', 'M' => 'ornaments', 'P' => 'ornaments', 'S' => 'segno and coda signs', 'O' => 'segno and coda signs',
                     'J' => 'ornaments', 'R' => 'ornaments' }.freeze
        # Parts that would, by the sign they start with: refused.
        REFUSED = { '[' => 'inline fields', '&' => 'a second voice', 'Z' => 'rests of several bars', '{' => 'these grace notes', '(' => 'this group',
                    '_' => 'an accidental without its note', '^' => 'an accidental without its note', '=' => 'an accidental without its note' }.freeze
      end
    end
  end
end
