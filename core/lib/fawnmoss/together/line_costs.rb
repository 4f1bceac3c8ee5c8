# frozen_string_literal: true

module Fawnmoss
  module Together
    # What a note of a part costs beside the tune, and after the note before. The rules of two-part writing as in the common textbooks, from memory.
    # Every rule answers points and, where it costs something, a word for it; what a rule costs stands in together.yml.
    class LineCosts
      CONSONANT = [0, 3, 4, 7, 8, 9].freeze # semitones, octaves left out
      PERFECT = [0, 7].freeze
      FOURTHS = [5, 6].freeze
      TENTH = 16 # semitones
      OCTAVE = 12
      # By semitones; more is wild.
      LEAPS = { 3 => 'third_leap', 4 => 'third_leap', 5 => 'fourth_leap', 7 => 'fifth_leap', 8 => 'sixth_leap', 9 => 'sixth_leap', 12 => 'octave_leap' }.freeze

      # slots: Slots::Slot list; prices: of the kind; side: 'above' or 'below'.
      def initialize(slots, prices, side)
        @slots = slots
        @prices = prices
        @up = side == 'above'
        @melodic = {}
      end

      # tone: Tone, or nil for a rest.
      def own(index, tone)
        slot = @slots[index]
        return silence(slot) unless tone

        beside(slot, tone) + chord(slot, tone) + register(slot, tone) + home(slot, tone)
      end

      def step(index, before, tone)
        return 0 if before.nil? || tone.nil?

        slot = @slots[index]
        return @prices['stay_in_hold'] if slot.held && before == tone

        melodic(before,
tone) + (slot.held ? @prices['move_in_hold'] : 0) + struck(slot, before, tone) + against(index, before, tone) + leading(index, before, tone)
      end

      # [[points, word], ...] of what a note costs in its place, for a sentence.
      def said(index, before, tone)
        slot = @slots[index]
        [[parallel(@slots[index - 1], slot, before, tone), 'fifths or octaves in a row'], [clash(slot, tone), 'a clash on a strong beat'],
         [slot.chord && !slot.chord.has?(tone.sound) ? chord(slot, tone) : 0, "not in #{slot.chord}"], [before ? melodic(before, tone) : 0, 'a leap'],
         [across?(slot, tone) ? @prices['across'] : 0, 'across the tune']].select { |points, _| points.positive? }
      end

      # On the wrong side of the tune.
      def across?(slot, tone) = slot.moments.any? { |moment| moment.midis.any? { @up ? tone.sound < _1 : tone.sound > _1 } }

      private

      def silence(slot)
        return 0 if slot.rest

        slot.last ? @prices['last_off'] : @prices['rest']
      end

      def home(slot, tone)
        return 0 if tone.pitch.name == slot.key.tonic

        @prices['off_tonic'] + (slot.last ? ending(slot, tone) : 0)
      end

      def beside(slot, tone)
        slot.moments.sum { |moment| moment.midis.sum { |midi| interval(moment, tone.sound - midi) } }
      end

      # semitones: from the tune to the part. A strong beat is where the tune or the part is on one.
      def interval(moment, semitones)
        apart = semitones.abs % OCTAVE
        price = CONSONANT.include?(apart) ? sweet(apart, semitones) : clashing(moment, apart)
        moment.strength.positive? || moment.length >= 1 ? price : (price * moment.length).ceil
      end

      def clashing(moment, apart)
        return @prices['strong_clash'] if moment.strength.positive?

        @prices[FOURTHS.include?(apart) ? 'weak_fourth' : 'weak_clash']
      end

      def sweet(apart, semitones)
        case apart
        when 7 then @prices['fifth']
        when 8, 9 then @prices['sixth']
        when 0 then @prices[semitones.zero? ? 'unison' : 'octave']
        else 0
        end
      end

      def chord(slot, tone)
        chord = slot.chord or return tone.outside?(slot) ? @prices['outside'] : 0
        return role(chord, tone) if chord.has?(tone.sound)

        @prices[slot.strength.positive? ? 'off_chord' : 'off_chord_weak'] + (tone.outside?(slot) ? @prices['outside'] : 0)
      end

      def role(chord, tone)
        return @prices['root'] if (tone.sound - Theory::Pitch.parse("#{chord.bass}4").midi) % OCTAVE == 0 # rubocop:disable Style/NumericPredicate

        @prices[(tone.sound - chord.root_class) % OCTAVE == 7 ? 'chord_fifth' : 'chord_third']
      end

      def register(slot, tone)
        far = slot.midis.empty? ? 0 : slot.midis.map { (tone.sound - _1).abs }.min
        (@prices['far'] * [far - TENTH, 0].max) + (@prices['wide'] * [far - OCTAVE, 0].max) + (across?(slot, tone) ? @prices['across'] : 0)
      end

      def clash(slot, tone)
        strong = slot.moments.select { _1.strength.positive? }.flat_map(&:midis)
        strong.any? { |midi| !CONSONANT.include?((tone.sound - midi).abs % OCTAVE) } ? @prices['strong_clash'] : 0
      end

      # Another note than the tonic.
      def ending(slot, tone)
        chord = slot.chord&.tonic? ? slot.chord : KeyChords.tonic(slot.key)
        at = chord.names.index(tone.pitch.name) or return @prices['last_off']

        @prices[at == 1 ? 'last_third' : 'last_fifth']
      end

      def melodic(before, tone)
        @melodic[[before.pitch, tone.pitch]] ||= begin
          semitones = (tone.sound - before.sound).abs
          steps = (tone.pitch.step - before.pitch.step).abs
          leap(semitones, steps) + (semitones.positive? ? @prices['change'] : 0)
        end
      end

      def leap(semitones, steps)
        return semitones == 3 ? @prices['wild_leap'] : 0 if steps < 2

        @prices[LEAPS[semitones] || (semitones == 4 || semitones < 3 ? 'third_leap' : 'wild_leap')]
      end

      def struck(slot, before, tone) = before == tone && slot.moments.first.struck ? @prices['repeat'] : 0

      def against(index, before, tone)
        slot = @slots[index]
        earlier = @slots[index - 1]
        parallel(earlier, slot, before, tone) + parallel_beats(earlier, slot, before, tone) + hidden(earlier, slot, before, tone) + overlap(earlier, tone)
      end

      # Fifth after fifth, octave after octave, both parts moving; of chords in the tune the outer notes count.
      def parallel(earlier, slot, before, tone)
        return 0 if before.nil? || before.sound == tone.sound

        pairs(earlier.moments.last.midis, slot.midis).any? { |one, other| perfect?(one, other, before, tone) } ? @prices['parallel'] : 0
      end

      def parallel_beats(earlier, slot, before, tone)
        return 0 if earlier.moments.size == 1 || before.sound == tone.sound

        pairs(earlier.midis, slot.midis).any? { |one, other| perfect?(one, other, before, tone) } ? @prices['parallel_beats'] : 0
      end

      def perfect?(one, other, before, tone)
        apart = (tone.sound - other).abs % OCTAVE
        one != other && PERFECT.include?(apart) && (before.sound - one).abs % OCTAVE == apart
      end

      def pairs(before, now) = before.empty? || now.empty? ? [] : [[before.first, now.first], [before.last, now.last]].uniq

      def hidden(earlier, slot, before, tone)
        return 0 unless slot.strength.positive? && slot.moments.first.leaps

        found = pairs(earlier.moments.last.midis, slot.midis).any? do |one, other|
          PERFECT.include?((tone.sound - other).abs % OCTAVE) && ((other - one) * (tone.sound - before.sound)).positive?
        end
        found ? @prices['hidden'] : 0
      end

      def overlap(earlier, tone)
        return 0 if earlier.moments.last.midis.empty?

        if @up ? tone.sound < earlier.moments.last.midis.max : tone.sound > earlier.moments.last.midis.min
          @prices['overlap']
        else
          0
        end
      end

      # Over the dominant the leading note wants up, the fourth degree over its seventh down.
      def leading(index, before, tone)
        chord = @slots[index - 1].chord
        return 0 unless chord&.dominant? && @slots[index].chord&.tonic? && @slots[index].key == @slots[index - 1].key

        tonic = Theory::Pitch.parse("#{@slots[index].key.tonic}4").midi
        case (before.sound - tonic) % OCTAVE
        when 11 then tone.sound == before.sound + 1 ? 0 : @prices['leading']
        when 5 then (before.sound - tone.sound).between?(1, 2) ? 0 : @prices['seventh_falls']
        else 0
        end
      end
    end
  end
end
