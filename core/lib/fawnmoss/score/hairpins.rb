# frozen_string_literal: true

module Fawnmoss
  module Score
    # Hairpins in pairs: one at a time, each with a beginning and an end.
    module Hairpins
      STARTS = %i[crescendo diminuendo].freeze

      # bars: Bar list. Returns [bars without beginnings and ends that have no other side, how many were taken away]. A hairpin that begins
      # before the last one has ended ends it.
      def self.closed(bars)
        notes = bars.flat_map(&:notes)
        places = notes.each_index.select { notes[_1].directions.any? }
        kept = pairs(notes, places)
        lost = places.sum { |at| notes[at].directions.count { hairpin?(_1) } } - kept.size
        return [bars, 0] if lost.zero?

        known = kept.to_h { |at, direction| [[notes[at].id, direction.kind], true] }
        [bars.map { |bar| bar.copy(notes: bar.notes.map { thinned(_1, known) }.freeze) }, lost]
      end

      # direction: Direction. True for a beginning or an end of one.
      def self.hairpin?(direction) = direction.kind == :hairpin_end || STARTS.include?(direction.kind)

      # [[index of a note, Direction], ...] of those that belong together.
      def self.pairs(notes, places)
        open = nil
        places.flat_map do |at|
          here(notes[at], !open.nil?).flat_map do |direction|
            next (open = [at, direction]) && [] unless direction.kind == :hairpin_end

            found = open ? [open, [at, direction]] : []
            open = nil
            found
          end
        end
      end

      # Hairpins of a note in their order: an end is that of one that is open, else of one that begins on the same note.
      def self.here(note, open)
        ends, starts = note.directions.select { hairpin?(_1) }.partition { _1.kind == :hairpin_end }
        open ? ends + starts : starts + ends
      end

      def self.thinned(note, known)
        return note if note.directions.empty?

        note.copy(directions: note.directions.select { !hairpin?(_1) || known[[note.id, _1.kind]] }.freeze)
      end
      private_class_method :pairs, :here, :thinned
    end
  end
end
