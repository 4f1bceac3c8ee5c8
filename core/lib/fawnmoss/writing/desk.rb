# frozen_string_literal: true

module Fawnmoss
  module Writing
    # A sheet with what is in hand. cursor: number of the sound in hand, nil for none yet; anchor: number of the other end of a stretch in hand,
    # or nil; pen: Pen; instrument: Instrument::Instrument whose strings the fingers are on.
    # Writing goes on at the end while the last sound is in hand; on any other sound a note takes the place of what is there.
    Desk = Value.of(:sheet, :cursor, :anchor, :pen, :instrument) do
      # act: name of one of ACTS; given: what it is given, plain data. Returns Desk. Raises InvalidInput for what is no act, or cannot be done.
      def press(act, given = {})
        home = self.class::ACTS[act] or raise InvalidInput.new("#{act.inspect} is no act of the writing desk", where: { field: 'do' })
        home.new(self).public_send(act, given)
      end

      def sounds = sheet.sounds
      def sound = cursor && sounds[cursor]

      # Numbers of the sounds in hand, one or a stretch.
      def stretch
        return (0...0) unless cursor

        ends = [cursor, anchor || cursor].minmax
        ends[0]..ends[1]
      end

      # At the end, where what is written is put behind what is there.
      def writing? = anchor.nil? && (cursor.nil? || cursor >= sounds.size - 1)

      # Edit that led here from another desk.
      def edit_from(before) = Edit.between(before.sheet.bars, sheet.bars)

      # With other bars; what is in hand stays within them.
      def bars(bars, cursor: self.cursor, **more)
        kept = bars.reject { _1.sounds.empty? }.freeze
        count = kept.sum { _1.sounds.size }
        copy(sheet: sheet.copy(bars: kept), cursor: count.zero? ? nil : (cursor || 0).clamp(0, count - 1), **more)
      end
    end

    Desk::ACTS = {
      Notes => %w[letter line finger rest again hold],
      Shape => %w[step octave sharp flat natural longer shorter length dot triplet delete],
      Marks => %w[slur tie mark bow printed dynamic hairpin words chord rehearsal sing grace],
      Frame => %w[repeat repeat_end ending double sign key meter tempo pickup bar flow],
      Copies => %w[copy paste],
      Hand => %w[left right first end select string]
    }.flat_map { |home, names| names.map { [_1, home] } }.to_h.freeze
  end
end
