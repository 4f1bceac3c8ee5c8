# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Which short notes share a beam: those inside one felt beat, broken by rests and longer notes.
      class Beams
        LEVELS = { 'eighth' => 1, '16th' => 2, '32nd' => 3, '64th' => 4 }.freeze

        def initialize(tune)
          @beams = tune.bars.flat_map { groups(_1) }.inject({}) { |all, group| all.merge!(group(group)) }
        end

        # { 1 => 'begin', 2 => 'forward hook' } for a note id; empty without a beam.
        def for(id) = @beams.fetch(id, {})

        private

        def groups(bar)
          beat = bar.meter.beat_length
          bar.notes.chunk_while { |a, b| beamed?(a) && beamed?(b) && (a.at / beat).floor == (b.at / beat).floor }
             .select { |group| group.size > 1 && group.all? { beamed?(_1) } }
        end

        def beamed?(note) = !note.rest? && LEVELS.key?(note.type)

        def group(notes)
          notes.each_with_index.to_h do |note, index|
            states = (1..LEVELS.fetch(note.type)).to_h { |level| [level, state(notes, index, level)] }
            [note.id, states]
          end
        end

        def state(notes, index, level)
          before = index.positive? && LEVELS.fetch(notes[index - 1].type) >= level
          after = index < notes.size - 1 && LEVELS.fetch(notes[index + 1].type) >= level
          return 'continue' if before && after
          return 'end' if before
          return 'begin' if after

          index.zero? ? 'forward hook' : 'backward hook'
        end
      end
    end
  end
end
