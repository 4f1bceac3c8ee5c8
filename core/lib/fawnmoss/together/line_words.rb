# frozen_string_literal: true

module Fawnmoss
  module Together
    # Why a part has a note, in a teacher's words.
    class LineWords
      INTERVALS = { 0 => 'an octave', 3 => 'a third', 4 => 'a third', 5 => 'a fourth', 6 => 'a tritone', 7 => 'a fifth', 8 => 'a sixth', 9 => 'a sixth' }.freeze

      # slots: Slots::Slot list; costs: LineCosts; line: Tone or nil for each.
      def initialize(slots, costs, line)
        @slots = slots
        @costs = costs
        @line = line
      end

      # index: of the slot.
      #   "a third below A4; the root of D; by step"
      def why(index)
        tone = @line[index]
        slot = @slots[index]
        return slot.rest ? 'rests' : 'no note fits here' if tone.nil?

        [beside(slot, tone), role(slot, tone), moves(index, tone), *@costs.said(index, before(index), tone).map(&:last)].compact.join('; ')
      end

      private

      def before(index) = index.positive? ? @line[index - 1] : nil

      def beside(slot, tone)
        return if slot.midis.empty?

        near = slot.midis.min_by { (_1 - tone.sound).abs }
        semitones = tone.sound - near
        return 'the same note as the tune' if semitones.zero?

        name = INTERVALS.fetch(semitones.abs % 12) { "#{semitones.abs % 12} semitones" }
        "#{name} #{semitones.positive? ? 'above' : 'below'} the tune#{octaves(semitones)}"
      end

      def octaves(semitones)
        count = (semitones.abs / 12) - ((semitones % 12).zero? ? 1 : 0)
        ['', ', and an octave', ", and #{count} octaves"][[count, 2].min]
      end

      def role(slot, tone)
        at = slot.chord&.names&.index(tone.pitch.name)
        "#{['the root', 'the third', 'the fifth', 'the seventh'][at] || 'a note'} of #{slot.chord}" if at
      end

      def moves(index, tone)
        earlier = before(index) or return
        steps = (tone.pitch.step - earlier.pitch.step).abs
        return (@slots[index].held ? 'holds' : 'stays') if earlier == tone

        'by step' if steps == 1
      end
    end
  end
end
