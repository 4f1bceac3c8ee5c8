# frozen_string_literal: true

module Fawnmoss
  module Together
    # What a note of a part costs beside the tune; what it costs after the note before is StepCosts'. The rules of two-part writing as in the common
    # textbooks, from memory; what each costs stands in together.yml.
    class LineCosts
      CONSONANT = [0, 3, 4, 7, 8, 9].freeze # semitones, octaves left out
      FOURTHS = [5, 6].freeze
      TENTH = 16 # semitones
      OCTAVE = 12

      attr_reader :steps # StepCosts

      # slots: Slots::Slot list; prices: of the kind; side: 'above' or 'below'.
      def initialize(slots, prices, side)
        @slots = slots
        @prices = prices
        @up = side == 'above'
        @steps = StepCosts.new(slots, prices, up: @up)
        @tonics = Hash.new { |known, key| known[key] = key.tonic }
      end

      # tone: Tone, or nil for a rest.
      def own(index, tone)
        slot = @slots[index]
        return silence(slot) unless tone

        beside(slot, tone) + chord(slot, tone) + register(slot, tone) + home(slot, tone)
      end

      # [[points, word], ...] of what a note costs in its place, for a sentence.
      def said(index, before, tone)
        slot = @slots[index]
        found = [[before ? @steps.parallel(index, before, tone) : 0, 'fifths or octaves in a row'], [clash(slot, tone), 'a clash on a strong beat'],
                 [slot.chord && !slot.chord.has?(tone.sound) ? chord(slot, tone) : 0, "not in #{slot.chord}"],
                 [before ? @steps.melodic(before, tone) : 0, 'a leap'], [across?(slot, tone) ? @prices['across'] : 0, 'across the tune']]
        found.select { |points, _| points.positive? }
      end

      # On the wrong side of the tune.
      def across?(slot, tone) = slot.moments.any? { |moment| moment.midis.any? { |midi| @up ? tone.sound < midi : tone.sound > midi } }

      private

      def silence(slot)
        return 0 if slot.rest

        slot.last ? @prices['last_off'] : @prices['rest']
      end

      def home(slot, tone)
        return 0 if tone.pitch.name == @tonics[slot.key]

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

      def clash(slot, tone)
        strong = slot.moments.select { _1.strength.positive? }.flat_map(&:midis)
        strong.any? { |midi| !CONSONANT.include?((tone.sound - midi).abs % OCTAVE) } ? @prices['strong_clash'] : 0
      end

      def chord(slot, tone)
        chord = slot.chord or return tone.outside?(slot) ? @prices['outside'] : 0
        return role(chord, tone) if chord.has?(tone.sound)

        @prices[slot.strength.positive? ? 'off_chord' : 'off_chord_weak'] + (tone.outside?(slot) ? @prices['outside'] : 0)
      end

      def role(chord, tone)
        return @prices['root'] if tone.sound % OCTAVE == chord.bass_class

        @prices[(tone.sound - chord.root_class) % OCTAVE == 7 ? 'chord_fifth' : 'chord_third']
      end

      def register(slot, tone)
        far = slot.midis.empty? ? 0 : slot.midis.map { |midi| (tone.sound - midi).abs }.min
        (@prices['far'] * [far - TENTH, 0].max) + (across?(slot, tone) ? @prices['across'] : 0)
      end

      # Another note than the tonic.
      def ending(slot, tone)
        chord = slot.chord&.tonic? ? slot.chord : KeyChords.tonic(slot.key)
        at = chord.names.index(tone.pitch.name) or return @prices['last_off']

        @prices[at == 1 ? 'last_third' : 'last_fifth']
      end
    end
  end
end
