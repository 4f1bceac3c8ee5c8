# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # How Body reads several notes at one place: chords, and grace notes before a note.
      module Chords
        include Signs

        private

        # Notes that sound together: [DA] or [D2A2]2. Each has the length of the first.
        def chord
          return unless @scan.check(/\[[\^_=A-Ga-g!]/)

          @scan.skip(/\[/)
          lengths, pitches = inside_chord
          refuse('a chord needs two notes or more') if pitches.size < 2
          refuse('the notes of a chord have different lengths', remedy: 'Give all the same length.') if lengths.uniq.size > 1
          refuse('the same note twice in a chord') if pitches.uniq.size < pitches.size
          outer = @scan.scan(%r{\d*(?:/+\d*)?})
          add(pitches, lengths.first * (length(outer) / @spelling.unit))
          true
        end

        def inside_chord
          found = []
          until @scan.skip(/\]/)
            if @scan.scan(/!([0-4])!/) then @fingers << @scan[1].to_i
            elsif @scan.scan(NOTE) && !@scan['letter'].match?(/[zx]/)
              found << [length(@scan['length']), pitch(parts(@scan))]
            else
              refuse('a chord that is not closed, or holds something else than notes', remedy: 'Write it like [DA] or [D2A2].')
            end
          end
          found.transpose.then { |lengths, pitches| [lengths || [], pitches || []] }
        end

        # Grace notes before a note: kept and shown, their written lengths do not count.
        def grace
          return unless @scan.scan(%r{\{/?([^{}]*)\}})

          refuse('grace notes before grace notes') if @graces
          scan = StringScanner.new(@scan[1])
          @graces = []
          @grace_fingers = []
          until scan.skip(/\s*\z/)
            scan.skip(/\s*/)
            @grace_fingers << (scan.scan(/!([0-4])!/) && scan[1].to_i)
            plain = scan.scan(NOTE) && !scan['letter'].match?(/[zx]/)
            refuse('these grace notes cannot be read', remedy: 'Write plain notes between { and }, a finger before one as !2!.') unless plain
            @graces << pitch(parts(scan))
          end
          refuse('there is no grace note between { and }') if @graces.empty?
          true
        end
      end
    end
  end
end
