# frozen_string_literal: true

module Fawnmoss
  module Together
    # The notes a part may have: what its player's hand reaches, or, where that is known, what the player has learnt.
    class Reach
      NEAR = 7 # notes looked at for one place: those nearest to the tune
      WRONG = 1000 # more than any distance
      HIGH = 21 # steps over the highest open string: three octaves

      attr_reader :instrument

      # instrument: Instrument::Instrument; positions: names; names: of the written pitches that the player has, or nil for all.
      def initialize(instrument, positions, names: nil)
        @instrument = instrument
        @candidates = Fingering::Candidates.new(instrument, positions)
        @names = names&.to_set
        @in_key = {}
        @together = {}.compare_by_identity
        @tones = {}
      end

      # Steps of the staff on which a player's notes may lie, counted from C0.
      def self.steps(instrument) = (instrument.lowest.step - 1)..(instrument.open.last.step + HIGH)

      # Tone of a written pitch, nil where the hand does not reach it; what the teacher sets is not bound by what is learnt.
      def tone(pitch) = @tones.fetch(pitch) { @tones[pitch] = built(pitch) }

      # Tones on open strings whose notes have one of these names.
      def open(names) = @instrument.open.select { names.include?(_1.name) }.filter_map { had(_1) }

      # Tones of a key, and of a chord beside it, lowest first. names: of notes; all of the key's when nil.
      def tones(key, names: nil)
        @in_key[[key, names]] ||= self.class.steps(@instrument).flat_map { |step| spelled(key, step, names) }.filter_map { had(_1) }.sort_by(&:sound).freeze
      end

      # Those for a slot: on a strong beat what sounds well with the tune, else all; the nearest, first those on the right side.
      def for(slot, side)
        found = together(slot.key, slot.chord).select { |tone| fits?(slot, tone) }
        return found.first(NEAR) if slot.midis.empty?

        beside = side == 'above' ? slot.midis.max : slot.midis.min
        found.min_by(NEAR) { |tone| far(tone.sound - beside, side) }
      end

      private

      # The notes of a key and those of a chord.
      def together(key, chord)
        return tones(key) unless chord

        (@together[chord] ||= {})[key] ||= (tones(key) + tones(key, names: chord.names)).uniq(&:__id__)
      end

      def built(pitch) = (Tone.new(pitch:, sound: @instrument.sounding(pitch).midi) if @candidates.for(pitch).any?)

      # Tone of a pitch that the player has, or nil.
      def had(pitch) = (tone(pitch) if @names.nil? || @names.include?(pitch.to_s))

      # How far from the tune, all on the wrong side after all on the right one.
      def far(semitones, side)
        wrong = side == 'above' ? semitones.negative? : semitones.positive?
        (semitones.abs * 2) + (wrong ? WRONG : 0)
      end

      def fits?(slot, tone)
        slot.moments.none? { |moment| moment.strength.positive? && moment.midis.any? { |midi| !LineCosts::CONSONANT.include?((tone.sound - midi).abs % 12) } }
      end

      def spelled(key, step, names)
        return [key.at(step)] unless names

        names.map { Theory::Pitch.parse("#{_1}4") }.select { ((_1.step - step) % 7).zero? }.map { Theory::Pitch.at(step, _1.alter) }
      end
    end
  end
end
