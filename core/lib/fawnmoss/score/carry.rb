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
        same(*keys).to_h { |one, other| [old[one].id, new[other].id] }
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

      # By printed bar of the tune now, in order: the printed bar it was before, or nil for a new one. Bars of the same notes are the same; those
      # between are taken in their order. As many bars as before are the same bars, whatever was written in them.
      #   Carry.order(steps, steps_with_a_bar_in_front) # => { 1 => nil, 2 => 1, 3 => 2 }
      def self.order(before, now)
        olds, news = [before, now].map { contents(_1) }
        return news.keys.zip(olds.keys).to_h if olds.size == news.size

        places = places(olds.values, news.values)
        news.keys.each_with_index.to_h { |number, index| [number, places[index]&.then { olds.keys[_1] }] }
      end

      # { printed bar => what its notes sound like and where }.
      def self.contents(tune)
        tune.bars.group_by(&:number).transform_values { |bars| bars.flat_map(&:notes).map { [_1.pitch, _1.at, _1.duration, _1.chord] } }
      end

      # { place in the list now => place in the list before, nil for none }.
      def self.places(olds, news)
        pairs = same(olds, news)
        found = pairs.to_h(&:reverse)
        [[-1, -1], *pairs, [olds.size, news.size]].each_cons(2) do |(before, now), (next_before, next_now)|
          ((now + 1)...next_now).zip((before + 1)...next_before) { |one, other| found[one] = other }
        end
        found
      end

      # [[place before, place now], ...] of the longest common run of two lists.
      def self.same(olds, news) = [].tap { |found| Diff::LCS.traverse_sequences(olds, news, Same.new(found)) }
      private_class_method :contents, :places, :same

      # Told of every pair; the rest does not matter.
      Same = Struct.new(:found) do
        def match(event) = found << [event.old_position, event.new_position]
        def discard_a(_event) = nil
        def discard_b(_event) = nil
      end
      private_constant :Same
    end
  end
end
