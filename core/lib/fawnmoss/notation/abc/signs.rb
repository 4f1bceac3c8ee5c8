# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # The signs of ABC 2.1 that are read.
      module Signs
        # By letter or by name.
        MARKS = { '.' => :staccato, 'H' => :fermata, 'L' => :accent, 'T' => :trill, 'tenuto' => :tenuto, 'fermata' => :fermata, 'accent' => :accent,
                  '>' => :accent, 'emphasis' => :accent, 'staccato' => :staccato, 'trill' => :trill, 'wedge' => :off_string }.freeze
        BOWS = { 'u' => :up, 'v' => :down, 'upbow' => :up, 'downbow' => :down }.freeze
        NAVIGATION = { 'S' => :segno, 'O' => :coda, 'segno' => :segno, 'coda' => :coda, 'tocoda' => :to_coda, 'dacoda' => :to_coda, 'fine' => :fine,
                       'D.C.' => :da_capo, 'D.S.' => :dal_segno, 'dacapo' => :da_capo, 'dalsegno' => :dal_segno, 'D.C.alfine' => :da_capo,
                       'D.S.alfine' => :dal_segno, 'D.C.alcoda' => :da_capo, 'D.S.alcoda' => :dal_segno }.freeze
        HAIRPINS = { '<(' => :crescendo, 'crescendo(' => :crescendo, '>(' => :diminuendo, 'diminuendo(' => :diminuendo,
                     '<)' => :hairpin_end, 'crescendo)' => :hairpin_end, '>)' => :hairpin_end, 'diminuendo)' => :hairpin_end }.freeze
        STRINGS = { 'I' => 1, 'II' => 2, 'III' => 3, 'IV' => 4 }.freeze # as annotations: 1 is the highest

        SPACE = /[ \t`\\$]+|:(?![|:])/ # a single colon is a dotted line inside a bar
        BAR = /\.?(?::+(?:[|\]]|\[(?=\|))+:*|[|\[]*\|(?:[|\]:]| :(?!\|))*|::+|\[\])/
        ENDING = %r{\s?\[?(\d{1,2}(?:[,.]\d{1,2})*)(?![\d/])}
        NAMED_ENDING = /\["[^"]*"(?=[^\]|]*(?:\||\z))/
        NOTE = %r{(?<accidental>(?:\^\^|\^|__|_|=)(?<micro>\d*/\d*)?)?(?<letter>[A-Ga-gzx])(?<octave>[,']*)(?<length>\d*(?:/+\d*)?)}
        LENGTH = %r{\d*(?:/+\d*)?}
        WITHIN = { 2 => 3, 3 => 2, 4 => 3, 6 => 2, 8 => 3 }.freeze # of a group of so many, where nothing else is said; 5, 7 and 9 go by the meter
      end
    end
  end
end
