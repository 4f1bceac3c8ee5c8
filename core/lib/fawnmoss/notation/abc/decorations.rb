# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # How Body reads what stands over and under notes: marks, bow signs, fingers, strings; and where it puts them.
      module Decorations
        include Signs

        private

        def decoration
          if @scan.scan(/[.HLT]/) then @marks << DECORATIONS.fetch(@scan.matched)
          elsif @scan.scan(/[uv]/) then @bow = @scan.matched == 'u' ? :up : :down
          elsif @scan.scan(/!([0-4])!/) then @fingers << @scan[1].to_i
          elsif @scan.scan(/!(up|down)bow!/) then @bow = @scan[1].to_sym
          elsif @scan.scan(/!(#{Regexp.union(WORDS.keys)})!/) then mark(WORDS.fetch(@scan[1]))
          elsif @scan.scan(/[~MPSOJR]/) then @left_out << LEFT_OUT.fetch(@scan.matched)
          elsif @scan.scan(/!([^!\s]{1,24})!/) then @left_out << 'decorations'
          else return
          end
          true
        end

        # "_III" names a string; chord symbols and other words over the staff are left out.
        def text
          if @scan.scan(/"_(I{1,3}|IV)"/) then @strings << STRINGS.fetch(@scan[1])
          elsif @scan.scan(/"[^"]*"/) then @left_out << 'chord symbols and words over the staff'
          elsif @scan.scan(/y\d*/) then true
          else return
          end
          true
        end

        # A breath belongs to the note before it, everything else to the note after.
        def mark(kind)
          return @marks << kind unless kind == :breath

          last = @bars.last_note or refuse('a breath mark needs a note before it')
          last = @bars.last_notes.first || last
          last[:marks] = [*last[:marks], :breath].freeze
        end

        # Slurs, bow signs and marks stand on the first note of a chord; fingers and strings are counted off.
        def marks(index)
          own = { finger: @fingers[index], string: @strings[index], chord: index.positive?, slur_stop: false }
          return { **own, slur_start: false, marks: [].freeze, bow: nil, graces: nil, grace_fingers: nil } if index.positive?

          grace_fingers = @grace_fingers if @graces && @grace_fingers.any?
          { **own, slur_start: @opening, marks: @marks.uniq.freeze, bow: @bow, graces: @graces&.freeze, grace_fingers: }
        end
      end
    end
  end
end
