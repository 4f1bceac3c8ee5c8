# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # One part, and one voice of it, out of a score that has more: what Reader can read.
      class Selection
        # Nokogiri::XML::Document of the score.
        attr_reader :document

        # text: XML. Raises InvalidTune when it cannot be parsed.
        def initialize(text)
          @document = Xml.parse(text)
          @nodes = @document.root&.name == 'score-partwise' ? @document.root.xpath('part') : []
        end

        # As printed, or ''.
        def title
          found = %w[work/work-title movement-title].filter_map { @document.root&.at_xpath(_1) }
          found.map { _1.text.strip }.find { !_1.empty? }.to_s
        end

        # Contents::Part list; a part without a name is "part 2".
        def parts
          @parts ||= @nodes.each_with_index.map { |part, index| Contents::Part.new(index:, name: name(part, index), voices: voices(part).freeze) }
        end

        # Nothing to choose.
        def single? = @nodes.size < 2 && parts.all? { _1.voices.size < 2 }

        # The score with one voice of one part, rests where the voice is silent -> [XML text, sentences about what is left out].
        # voice: name, or nil for the first. Raises InvalidTune when there is none of that name.
        def take(index = nil, voice = nil)
          left = only(index, voice)
          [@document.to_xml, left]
        end

        # Thins the document itself to one voice of one part; nil for the first that has notes. Returns sentences about what is left out.
        def only(index = nil, voice = nil)
          return [] if @nodes.empty? || (plain? && !index&.nonzero? && voice.nil?)

          part = part(index)
          voice ||= part.voices.first || '1'
          refuse("#{part.name} has no voice #{voice}") unless part.voices.include?(voice) || part.voices.empty?
          left_out(part, voice).tap { keep(part.index, voice) }
        end

        private

        def part(index)
          return parts.find { _1.voices.any? } || parts.first unless index

          (parts[index] unless index.negative?) || refuse("there is no part #{index + 1}")
        end

        # One part of one voice, written one after the other.
        def plain?
          part = @nodes.first
          @nodes.size == 1 && part.xpath('measure/backup | measure/forward').empty? && part.xpath('measure/note/voice').map { _1.text.strip }.uniq.size < 2
        end

        def keep(index, voice)
          shared = Shared.new(@nodes, index)
          @nodes.each_with_index { |node, at| node.remove unless at == index }
          drop_names(@nodes[index]['id'])
          @nodes[index].xpath('measure').each { |measure| thin(measure, voice) }
          shared.lend
        end

        def refuse(message) = raise(InvalidTune.new(message, where: { field: 'part' }, remedy: 'Choose one that is listed.'))

        def name(part, index)
          found = names.fetch(part['id'], '')
          found.empty? ? "part #{index + 1}" : found[0, 60]
        end

        # { id of a part => its name }.
        def names
          @names ||= @document.root.xpath('part-list/score-part').to_h { |one| [one['id'], one.at_xpath('part-name')&.text.to_s.strip] }
        end

        def voices(part) = part.xpath('measure/note[pitch]').map { voice_of(Children.new(_1)) }.uniq
        def voice_of(note) = note['voice']&.text&.strip || '1'

        def left_out(part, voice)
          voices = part.voices - [voice]
          [Notation.left_out((parts - [part]).map(&:name)), ("Left out of #{part.name}: voice #{voices.join(', ')}." if voices.any?)].compact
        end

        def drop_names(id)
          @document.root.xpath('part-list/*').each { |node| node.remove unless node.name == 'score-part' && node['id'] == id }
        end

        # Keeps one voice of a bar. Places are counted in divisions from the start of the bar, as MusicXML does.
        def thin(measure, voice)
          @place = @reached = @longest = 0
          @kept = [] # [[place, note], ...] of the voice
          @said = [] # [[place, direction or chord symbol], ...]
          staff = measure.xpath('note').lazy.map { Children.new(_1) }.find { voice_of(_1) == voice }&.then { _1['staff']&.text }
          measure.element_children.each { |child| one(child, voice, staff) }
          rest(measure, nil, voice, @longest - @reached)
          @said.each { |place, node| stand(measure, place, node) }
        end

        # Puts a direction before the voice's first note from a place on.
        def stand(measure, place, node)
          note = @kept.bsearch { |at, _| at >= place }&.last
          note ? note.add_previous_sibling(node) : measure.add_child(node)
        end

        def one(child, voice, staff)
          case child.name
          when 'note' then note(child, Children.new(child), voice)
          when 'backup', 'forward'
            length = duration(Children.new(child))
            @place += child.name == 'backup' ? -length : length
            @longest = [@longest, @place].max
            child.remove
          when 'attributes' then attributes(child, staff)
          when 'direction', 'harmony' then said(child, Children.new(child), voice, staff)
          end
        end

        # A direction that names another voice or staff is that one's.
        def said(node, inside, voice, staff)
          theirs = inside['voice'] ? inside['voice'].text.strip != voice : inside['staff'] && staff && inside['staff'].text != staff
          theirs ? node.remove : @said << [@place, node]
        end

        def note(node, inside, voice)
          alone = !(inside['chord'] || inside['grace'])
          moves = alone ? duration(inside) : 0
          if voice_of(inside) == voice
            rest(node.parent, node, voice, @place - @reached) if alone
            @kept << [@place, node] if alone
            @reached = @place + moves if alone
          else
            node.remove
          end
          @place += moves
          @longest = [@longest, @place].max
        end

        def attributes(node, staff)
          clefs = node.xpath('clef')
          clefs.each { |clef| clef.remove if clefs.size > 1 && clef['number'] != (staff || '1') }
          node.xpath('staves').each(&:remove)
        end

        def rest(measure, before, voice, length)
          return unless length.positive?

          rest = Nokogiri::XML.fragment("<note><rest/><duration>#{length}</duration><voice>#{voice.encode(xml: :text)}</voice></note>").children.first
          before ? before.add_previous_sibling(rest) : measure.add_child(rest)
        end

        def duration(inside) = inside['duration']&.text.to_i
      end
    end
  end
end
