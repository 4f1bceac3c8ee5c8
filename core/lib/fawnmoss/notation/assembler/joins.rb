# frozen_string_literal: true

module Fawnmoss
  module Notation
    class Assembler
      # Looks after what joins sounds: a tie holds only to the same pitch in the sound that comes next; one slur at a time, with an end.
      class Joins
        # sounds: Events::Sound list of a whole line, bar lines left out.
        def initialize(sounds)
          @sounds = sounds
          @notices = []
        end

        # [sounds with joins that hold, sentences about those that do not].
        def list
          slurs = slurs()
          found = @sounds.each_with_index.map { |sound, at| sound.copy(tied: tied(at), slur_start: slurs[at][0], slur_stop: slurs[at][1]) }
          [found, @notices.uniq]
        end

        private

        def tied(at)
          return @sounds[at].tied if @sounds[at].tied.empty?

          kept = @sounds[at].tied & (@sounds[at + 1]&.pitches || [])
          @notices << 'Left out: ties that lead nowhere.' if kept.empty?
          kept
        end

        # By sound [a slur begins, a slur ends]. Of slurs inside one another the inner ones are kept: they are the bow's.
        def slurs
          found = Array.new(@sounds.size) { [false, false] }
          open = nil
          @sounds.each_with_index do |sound, at|
            open = close(found, open, at) if sound.slur_stop
            next unless sound.slur_start

            @notices << 'Left out: slurs around other slurs.' if open
            open = at
          end
          @notices << 'Left out: a slur that does not end.' if open
          found
        end

        # A slur over one sound joins nothing; no slur begins or ends on a rest.
        def close(found, open, at)
          open += 1 while open && open < at && @sounds[open].rest?
          at -= 1 while open && open < at && @sounds[at].rest?
          if open.nil? then @notices << 'Left out: the end of a slur that does not begin.'
          elsif open < at
            found[open][0] = @sounds[open].slur_start || true
            found[at][1] = true
          end
          nil
        end
      end
    end
  end
end
