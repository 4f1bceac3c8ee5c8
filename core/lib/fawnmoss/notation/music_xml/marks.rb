# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # How Reader reads what is attached to a note: slurs, fingers, strings, bow signs, articulations.
      module Marks
        ARTICULATIONS = { 'staccato' => :staccato, 'tenuto' => :tenuto, 'accent' => :accent, 'breath-mark' => :breath, 'caesura' => :breath,
                          'spiccato' => :off_string }.freeze
        # Of a note with nothing attached.
        PLAIN = { slur_start: false, slur_stop: false, marks: [].freeze, finger: nil, string: nil, bow: nil }.freeze
        DASHED = { 'dashed' => :dashed, 'dotted' => :dashed }.freeze
        READ_ORNAMENTS = %w[trill-mark wavy-line accidental-mark].freeze

        private

        # What hangs on a note, given as Children.
        def marks(note)
          attached = note.all('notations').flat_map { |one| one.element_children.to_a }
          return PLAIN if attached.empty?

          starts, others = attached.select { _1.name == 'slur' }.partition { _1['type'] == 'start' }
          technical = within(attached, 'technical')
          { slur_start: slur_start(starts.first), slur_stop: others.any? { _1['type'] == 'stop' }, marks: articulations(attached), finger: finger(technical),
            string: string(technical), bow: { 'up-bow' => :up, 'down-bow' => :down }.find { |name, _| technical.key?(name) }&.last,
            directions: dynamics(attached) }
        end

        # Dynamics are written at a note now and then.
        def dynamics(attached)
          attached.select { _1.name == 'dynamics' }.flat_map { |one| one.element_children.filter_map { dynamic(_1) } }.freeze
        end

        # A dashed or dotted slur is somebody's proposal.
        def slur_start(slur) = slur ? DASHED.fetch(slur['line-type'], true) : false

        # { name => the first element of that name } inside the groups of a name.
        def within(attached, group)
          attached.select { _1.name == group }.flat_map { |one| one.element_children.to_a }.each_with_object({}) { |one, found| found[one.name] ||= one }
        end

        def finger(technical)
          return 0 if technical.key?('open-string')

          text = technical['fingering']&.text.to_s.strip
          text.match?(/\A[0-4]\z/) ? text.to_i : nil
        end

        # 1 = the highest, as in MusicXML.
        def string(technical)
          text = technical['string']&.text.to_s.strip
          text.match?(/\A[1-4]\z/) ? text.to_i : nil
        end

        def articulations(attached)
          ornaments = within(attached, 'ornaments')
          left_out('ornament') if (ornaments.keys - READ_ORNAMENTS).any?
          found = ARTICULATIONS.values_at(*(ARTICULATIONS.keys & within(attached, 'articulations').keys))
          found << :fermata if attached.any? { _1.name == 'fermata' }
          found << :trill if ornaments.key?('trill-mark')
          found.uniq.freeze
        end
      end
    end
  end
end
