# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # What holds for a whole score but is often written in one part only: tempo, rehearsal marks, where to go on.
      class Shared
        JUMPS = %w[dacapo dalsegno tocoda fine segno coda].map { "@#{_1}" }.join(' or ')
        KINDS = ['direction[sound/@tempo or direction-type/metronome] | sound[@tempo]', 'direction[direction-type/rehearsal]',
                 "direction[direction-type/segno or direction-type/coda or sound[#{JUMPS}]] | sound[#{JUMPS}]"].freeze
        OWN = %w[dynamics wedge].freeze # of one part, never shared

        # parts: <part> elements; index: of the one that is taken. What it lacks and another part has is noted now and put in later: the other
        # parts may be gone by then.
        def initialize(parts, index)
          @part = parts[index]
          @found = KINDS.flat_map do |kind|
            lender = has?(@part, kind) ? nil : parts.find { has?(_1, kind) }
            lender ? copies(lender, kind) : []
          end.uniq { |bar, _, node| [bar, node.to_xml] }
        end

        # Puts them into the part, at the start or the end of their bars.
        def lend
          measures = @part.xpath('measure').to_a
          late, early = @found.partition { |_, late, _| late }
          early.reverse_each { |bar, _, node| measures[bar]&.prepend_child(node) }
          late.each { |bar, _, node| measures[bar]&.add_child(node) }
        end

        private

        def path(kind) = kind.split(' | ').map { "measure/#{_1}" }.join(' | ')
        def has?(part, kind) = !part.at_xpath(path(kind)).nil?

        # [[index of the bar, whether after notes, a copy], ...].
        def copies(part, kind)
          part.xpath('measure').each_with_index.flat_map do |measure, bar|
            measure.xpath(kind).map { |node| [bar, !node.at_xpath('preceding-sibling::note').nil?, plain(node.dup)] }
          end
        end

        def plain(node)
          node.xpath('direction-type').each { |type| type.remove if type.element_children.any? { OWN.include?(_1.name) } }
          node.xpath('voice | staff').each(&:remove)
          node
        end
      end
    end
  end
end
