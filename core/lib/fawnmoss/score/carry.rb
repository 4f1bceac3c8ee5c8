# frozen_string_literal: true

module Fawnmoss
  module Score
    # Which note of a changed tune is which note of the tune before, so that marks stay where they were put: the longest
    # common run of notes that have the same pitch and length (diff-lcs).
    module Carry
      # Two tunes -> { id before => id now } of the notes that are still there.
      #   Carry.ids(steps, steps_with_a_bar_in_front)['n1'] # => "n5"
      def self.ids(before, now)
        old, new = [before, now].map(&:notes)
        keys = [old, new].map { |notes| notes.map { [_1.pitch, _1.duration, _1.chord] } }
        found = {}
        Diff::LCS.traverse_sequences(*keys, Same.new(old, new, found))
        found
      end

      # { printed bar before => printed bar now } of the bars with a note that is still there, by the first such note. ids: as above, when
      # they are known already.
      def self.bars(before, now, ids = self.ids(before, now))
        place = now.bars.flat_map { |bar| bar.notes.map { [_1.id, bar.number] } }.to_h
        before.bars.each_with_object({}) do |bar, found|
          note = bar.notes.find { ids.key?(_1.id) }
          found[bar.number] ||= place.fetch(ids[note.id]) if note
        end
      end

      # Told of every pair; the rest does not matter.
      Same = Struct.new(:old, :new, :found) do
        def match(event) = found[old[event.old_position].id] = new[event.new_position].id
        def discard_a(_event) = nil
        def discard_b(_event) = nil
      end
      private_constant :Same
    end
  end
end
