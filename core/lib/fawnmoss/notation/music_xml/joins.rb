# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # How Reader looks after what joins notes once all bars are there: ties that lead nowhere, slurs that do not end.
      module Joins
        private

        # A tie holds only to a note of the same pitch that follows at once.
        def without_loose_ties(bars)
          chords = bars.flat_map { _1.chords.to_a }
          loose = chords.each_with_index.flat_map { |chord, at| chord.select { |note| note.tie && (chords[at + 1] || []).none? { _1.pitch == note.pitch } } }
          return bars if loose.empty?

          left_out('tie')
          ids = loose.to_set(&:id)
          bars.map { |bar| bar.copy(notes: bar.notes.map { ids.include?(_1.id) ? _1.copy(tie: false) : _1 }.freeze) }
        end

        # A slur must end, and only one may be open.
        def check_slurs(bars)
          open = nil
          bars.each do |bar|
            bar.notes.each do |note|
              @bar = bar.number
              refuse('a slur inside a slur', 'Keep one slur at a time.') if note.slur_start && open && !note.slur_stop
              refuse('a slur ends that never began') if note.slur_stop && !open
              open = nil if note.slur_stop
              open = bar.number if note.slur_start
            end
          end
          refuse_at('a slur that begins here never ends', { bar: open }, 'Close the slur.') if open
        end
      end
    end
  end
end
