# frozen_string_literal: true

module Fawnmoss
  module Together
    # The notes a part may have: what its player's hand reaches, or, where that is known, what the player has learnt.
    class Reach
      NEAR = 8 # notes looked at for one place: those nearest to the tune

      attr_reader :instrument

      # instrument: Instrument::Instrument; positions: names; names: of the written pitches that the player has, or nil for all.
      def initialize(instrument, positions, names: nil)
        @instrument = instrument
        @candidates = Fingering::Candidates.new(instrument, positions)
        @names = names&.to_set
        @in_key = {}
        @tones = {}
      end

      # Tone of a written pitch, nil where it is out of reach.
      def tone(pitch) = @tones.fetch(pitch) { @tones[pitch] = built(pitch) }

      # Tones on open strings whose notes have one of these names.
      def open(names) = @instrument.open.select { names.include?(_1.name) }.filter_map { tone(_1) }

      # Tones of a key, and of a chord beside it, lowest first. names: of notes; all of the key's when nil.
      def tones(key, names: nil)
        @in_key[[key, names]] ||= (lowest..highest).flat_map { |step| spelled(key, step, names) }.filter_map { tone(_1) }.sort_by(&:sound).freeze
      end

      # Those for a slot: on a strong beat what sounds well with the tune, else all; the nearest, first those on the right side.
      def for(slot, side)
        beside = if slot.midis.empty?
                   nil
                 else
                   slot.midis.minmax[side == 'above' ? 1 : 0]
                 end
        found = (tones(slot.key) + (slot.chord ? tones(slot.key, names: slot.chord.names) : [])).uniq.select { fits?(slot, _1) }
        return found.first(NEAR) unless beside

        found.sort_by { [wrong(_1, beside, side), (_1.sound - beside).abs, _1.sound] }.first(NEAR)
      end

      private

      def built(pitch)
        return if @names && !@names.include?(pitch.to_s)

        Tone.new(pitch:, sound: @instrument.sounding(pitch).midi) if @candidates.for(pitch).any?
      end

      def wrong(tone, beside, side)
        if side == 'above' ? tone.sound < beside : tone.sound > beside
          1
        else
          0
        end
      end

      def fits?(slot, tone)
        slot.moments.all? { |moment| moment.strength.zero? || moment.midis.all? { LineCosts::CONSONANT.include?((tone.sound - _1).abs % 12) } }
      end

      def spelled(key, step, names)
        return [key.at(step)] unless names

        names.map { Theory::Pitch.parse("#{_1}4") }.select { (_1.step - step) % 7 == 0 }.map { Theory::Pitch.at(step, _1.alter) } # rubocop:disable Style/NumericPredicate
      end

      def lowest = @lowest ||= @instrument.lowest.step - 1
      def highest = @highest ||= @instrument.open.last.step + 21
    end
  end
end
