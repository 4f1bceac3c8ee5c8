# frozen_string_literal: true

module Fawnmoss
  module Together
    # What a note of a part costs after the note before, with what the tune does meanwhile. Asked for every pair of notes at every place, so what a place
    # gives is worked out once.
    class StepCosts
      PERFECT = [0, 7].freeze # semitones, octaves left out
      OCTAVE = 12
      # By semitones; more is wild.
      LEAPS = { 3 => 'third_leap', 4 => 'third_leap', 5 => 'fourth_leap', 7 => 'fifth_leap', 8 => 'sixth_leap', 9 => 'sixth_leap', 12 => 'octave_leap' }.freeze

      # Where a slot begins.
      Join = Struct.new(
        :held,   # the tune holds its note into it
        :struck, # the tune strikes one
        :pairs,  # the tune's outer notes just before and there, where they move: [[midi, midi], ...]
        :beats,  # the same from the start of the slot before, where something lies between
        :leaps,  # the tune leaps, onto a strong beat
        :limit,  # the tune's note just before that is not to be passed, nil for none
        :tonic,  # MIDI number of a tonic where the dominant leads home, else nil
        keyword_init: true
      )
      private_constant :Join

      # slots, prices: as of LineCosts; up: the part lies above.
      def initialize(slots, prices, up:)
        @prices = prices
        @up = up
        @melodic = {}.compare_by_identity
        @joins = [nil, *slots.each_cons(2).map { |earlier, slot| join(earlier, slot) }]
        @parallel, @parallel_beats, @hidden, @overlap, @repeat, @stay, @move =
          prices.values_at('parallel', 'parallel_beats', 'hidden', 'overlap', 'repeat', 'stay_in_hold', 'move_in_hold')
      end

      # index: of the slot that is gone to; before, tone: Tone or nil.
      def cost(index, before, tone)
        return 0 unless before && tone

        join = @joins[index]
        return join.held ? @stay : again(join, before, tone) if before.equal?(tone)

        price = melodic(before, tone) + against(join, before.sound, tone.sound)
        price += @move if join.held
        join.tonic ? price + leading(join.tonic, before.sound, tone.sound) : price
      end

      # What the way from one to the other costs by itself.
      def melodic(before, tone)
        (@melodic[before] ||= {}.compare_by_identity)[tone] ||= begin
          semitones = (tone.sound - before.sound).abs
          leap(semitones, (tone.pitch.step - before.pitch.step).abs) + (semitones.positive? ? @prices['change'] : 0)
        end
      end

      # Fifth after fifth, octave after octave, both moving; of chords in the tune the outer notes count.
      def parallel(index, before, tone) = in_a_row?(@joins[index].pairs, before.sound, tone.sound) ? @parallel : 0

      private

      def join(earlier, slot)
        last = earlier.moments.last.midis
        Join.new(held: slot.held, struck: slot.moments.first.struck, pairs: pairs(last, slot.midis), limit: @up ? last.max : last.min,
                 beats: earlier.moments.size > 1 ? pairs(earlier.midis, slot.midis) : [], leaps: slot.strength.positive? && slot.moments.first.leaps,
                 tonic: (slot.key.tonic_pitch.midi if home?(earlier, slot)))
      end

      def home?(earlier, slot) = earlier.chord&.dominant? && slot.chord&.tonic? && slot.key == earlier.key

      def pairs(before, now)
        return [] if before.empty? || now.empty?

        [[before.first, now.first], [before.last, now.last]].uniq.reject { |one, other| one == other }
      end

      def again(join, before, tone)
        price = join.struck ? @repeat : 0
        join.tonic ? price + leading(join.tonic, before.sound, tone.sound) : price
      end

      def leap(semitones, steps)
        return semitones == 3 ? @prices['wild_leap'] : 0 if steps < 2

        @prices[LEAPS[semitones] || (semitones < 3 ? 'third_leap' : 'wild_leap')]
      end

      def against(join, before, sound)
        price = 0
        unless before == sound
          price += @parallel if in_a_row?(join.pairs, before, sound)
          price += @parallel_beats if in_a_row?(join.beats, before, sound)
          price += @hidden if join.leaps && hidden?(join.pairs, before, sound)
        end
        passed?(join.limit, sound) ? price + @overlap : price
      end

      def passed?(limit, sound) = !limit.nil? && (@up ? sound < limit : sound > limit)

      def in_a_row?(pairs, before, sound)
        pairs.any? do |one, other|
          apart = (sound - other).abs % OCTAVE
          PERFECT.include?(apart) && (before - one).abs % OCTAVE == apart
        end
      end

      def hidden?(pairs, before, sound)
        pairs.any? { |one, other| PERFECT.include?((sound - other).abs % OCTAVE) && ((other - one) * (sound - before)).positive? }
      end

      # Over the dominant the leading note wants up, the fourth degree over its seventh down.
      def leading(tonic, before, sound)
        case (before - tonic) % OCTAVE
        when 11 then sound == before + 1 ? 0 : @prices['leading']
        when 5 then (before - sound).between?(1, 2) ? 0 : @prices['seventh_falls']
        else 0
        end
      end
    end
  end
end
