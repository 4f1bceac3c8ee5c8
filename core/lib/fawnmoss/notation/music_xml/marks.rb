# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # How Reader reads what is attached to a note: slurs, fingers, strings, bow signs, articulations.
      module Marks
        private

        def marks(node)
          slurs = node.xpath('notations/slur').map { _1['type'] }
          refuse('a slur inside a slur', 'Keep one slur at a time.') if slurs.count('start') > 1
          technical = 'notations/technical'
          { slur_start: slurs.include?('start'), slur_stop: slurs.include?('stop'), marks: articulations(node),
            finger: finger(node), string: string(node),
            bow: (:up if node.at_xpath("#{technical}/up-bow")) || (:down if node.at_xpath("#{technical}/down-bow")) }
        end

        def finger(node)
          return 0 if node.at_xpath('notations/technical/open-string')

          text = node.at_xpath('notations/technical/fingering')&.text.to_s.strip
          text.match?(/\A[0-4]\z/) ? text.to_i : nil
        end

        # 1 = the highest, as in MusicXML.
        def string(node)
          text = node.at_xpath('notations/technical/string')&.text.to_s.strip
          text.match?(/\A[1-4]\z/) ? text.to_i : nil
        end

        def articulations(node)
          { 'articulations/staccato' => :staccato, 'articulations/tenuto' => :tenuto, 'articulations/accent' => :accent,
            'articulations/breath-mark' => :breath, 'articulations/caesura' => :breath, 'articulations/spiccato' => :off_string,
            'fermata' => :fermata, 'ornaments/trill-mark' => :trill }.select { |path, _| node.at_xpath("notations/#{path}") }.values.uniq.freeze
        end
      end
    end
  end
end
