# frozen_string_literal: true

module Fawnmoss
  module Chart
    # Finds for every sound the places it may take, what pins and printed fingers leave of them, and says so when nothing
    # is left.
    class Possible
      # candidates: places or grips per sound; allowed: per sound nil or what a pin leaves; pinned: indices of notes the
      # teacher pinned; warnings: sentences.
      Found = Value.of(:candidates, :allowed, :pinned, :warnings)

      # sounds: lists of Score::Played that sound together; moved: the tune was transposed, so its printed fingers no longer
      # hold; usual: Fingering::Candidates of the request's positions; offers: false looks for no other octave or key when a note is out of reach.
      def initialize(tune, sounds, request, moved, usual, offers: true)
        @offers = offers
        @tune = tune
        @sounds = sounds
        @request = request
        @instrument = request.instrument
        @moved = moved
        @usual = usual
        @warnings = []
      end

      # Returns Found or Impossible.
      def all
        @candidates = @sounds.map { @usual.for_sound(_1) }
        pinned = pin_all
        return pinned if pinned.is_a?(Impossible)

        out = @candidates.index(&:empty?)
        return out_of_reach(@sounds[out]) if out

        Found.new(candidates: @candidates, allowed: printed, pinned:, warnings: @warnings)
      end

      private

      # All positions the instrument has, the pupil's first.
      def wide = @wide ||= Fingering::Candidates.new(@instrument, (@request.positions + @instrument.hand.position_names).uniq)

      # What printed fingers and strings leave, where no pin of the teacher's says otherwise.
      def printed
        lost = []
        allowed = @sounds.each_with_index.map do |sound, at|
          next @allowed[at] if @allowed[at]
          next unless @request.printed?('fingers') && sound.any? { _1.note.finger || _1.note.string }

          places = @moved ? [] : @candidates[at].select { |candidate| as_printed?(candidate, sound) }
          lost << sound.first.bar if places.empty?
          places unless places.empty?
        end
        @warnings << "Printed fingers in bar #{lost.uniq.join(', ')} do not fit here and were left out." if lost.any?
        allowed
      end

      def as_printed?(candidate, sound)
        sound.zip(candidate.parts).all? do |played, place|
          note = played.note
          (note.finger.nil? || place.finger == note.finger) && (note.string.nil? || @instrument.open.size - place.string == note.string)
        end
      end

      def pin_all
        index = @sounds.flatten.to_h { [_1.id, _1] }
        sound_of = {}
        @sounds.each_with_index { |sound, at| sound.each { sound_of[_1.index] = at } }
        @allowed = Array.new(@sounds.size)
        @request.pins.filter_map do |pin|
          note = index[pin.note] or next lost_pin
          next unless pin.place?

          refused = pin_one(pin, note, sound_of[note.index])
          return refused if refused

          note.index
        end
      end

      def lost_pin
        @warnings << 'A mark was left out: its note is no longer in the tune.'
        nil
      end

      # A pin that names a position may reach beyond the pupil's: the teacher decides. A finger or string alone never moves
      # the hand out of them, unless the note lies beyond them anyway.
      def pin_one(pin, note, at)
        part = note.index - note.head
        places = (@allowed[at] || @candidates[at]).select { pin.allows?(_1.parts[part], @instrument) }
        if places.empty? && (pin.position || @candidates[at].empty?)
          places = wide.for_sound(@sounds[at]).select { pin.allows?(_1.parts[part], @instrument) }
          @candidates[at] = (@candidates[at] + places).uniq
        end
        return impossible_pin(pin, note, at) if places.empty?

        @allowed[at] = places
        nil
      end

      def impossible_pin(pin, note, at)
        reasons = Fingering::Reasons.new(@instrument, nil, Set.new)
        reason = "#{note.pitch} cannot be played there (#{pin.words})"
        reason = "#{note.pitch} cannot be played there (#{pin.words}) together with the mark on the other note" if @allowed[at]
        possible = @usual.for_sound(@sounds[at]).uniq(&:visible).map { reasons.name(_1) }
        Impossible.new(code: :pin, **where(note), reason:, remedy: "Possible places: #{possible.join('; ')}.", offers: [].freeze)
      end

      def out_of_reach(sound)
        note = sound.find { @usual.for(_1.pitch).empty? }
        return too_many(sound) unless note

        offers = @offers ? Offer.for(@tune) { |notes| @usual.for_sound(notes).any? } : []
        Impossible.new(code: :out_of_reach, **where(note), reason: reach_words(note.pitch), remedy: remedy(offers), offers: offers.freeze)
      end

      def too_many(sound)
        names = sound.map { _1.pitch.to_s }
        reason = if sound.size > 2 then "#{names.join(', ')} are more notes than a bow can hold at once"
                 else "#{names.join(' and ')} cannot be taken together by one hand on neighbouring strings"
                 end
        Impossible.new(code: :out_of_reach, **where(sound.first), reason:, offers: [].freeze,
                       remedy: 'Leave one of the notes out, or move the tune to another key.')
      end

      def reach_words(pitch)
        if pitch.midi < @instrument.lowest.midi
          "#{pitch} lies below the lowest string of the #{@instrument.name} (#{@instrument.lowest} as written)"
        elsif wide.for(pitch).any?
          "#{pitch} is not within reach in #{reach_of_hand} position on the #{@instrument.name}"
        else
          "#{pitch} lies beyond the positions of the #{@instrument.name}"
        end
      end

      # "first", "first, second or third".
      def reach_of_hand
        names = @request.positions.map { Instrument::Position::ORDINALS.fetch(_1, _1) }
        names.size < 2 ? names.first : "#{names[0..-2].join(', ')} or #{names.last}"
      end

      def remedy(offers)
        return 'No octave or near key fits; choose another tune or more positions.' if offers.empty?

        "It fits #{offers.map(&:words).join(', or ')}."
      end

      def where(note) = { bar: note.bar, beat: Score::Fraction.text(note.count), note: note.id }
    end
  end
end
