# frozen_string_literal: true

module Fawnmoss
  module Chart
    # Finds for every note the places it may take, what pins and printed fingers leave of them, and says so when nothing
    # is left.
    class Possible
      # candidates: places per note; allowed: per note nil or the places a pin leaves; pinned: indices of notes the
      # teacher pinned; warnings: sentences.
      Found = Value.of(:candidates, :allowed, :pinned, :warnings)

      # moved: the tune was transposed, so its printed fingers no longer hold.
      def initialize(tune, notes, request, moved)
        @tune = tune
        @notes = notes
        @request = request
        @instrument = request.instrument
        @moved = moved
        @usual = Fingering::Candidates.new(@instrument, request.positions)
        @wide = Fingering::Candidates.new(@instrument, (request.positions + @instrument.hand.position_names).uniq)
        @warnings = []
      end

      # Returns Found or Impossible.
      def all
        out = @notes.find { @usual.for(_1.pitch).empty? }
        return out_of_reach(out) if out

        @candidates = @notes.map { @usual.for(_1.pitch) }
        @allowed = printed
        pinned = pin_all
        return pinned if pinned.is_a?(Impossible)

        Found.new(candidates: @candidates, allowed: @allowed, pinned:, warnings: @warnings)
      end

      private

      def printed
        lost = []
        allowed = @notes.map do |note|
          next unless note.note.finger

          places = @moved ? [] : @candidates[note.index].select { _1.finger == note.note.finger }
          lost << note.bar if places.empty?
          places unless places.empty?
        end
        @warnings << "Printed fingers in bar #{lost.uniq.join(', ')} do not fit here and were left out." if lost.any?
        allowed
      end

      def pin_all
        index = @notes.to_h { [_1.id, _1] }
        @request.pins.select(&:place?).filter_map do |pin|
          note = index[pin.note] or next lost_pin
          refused = pin_one(pin, note)
          return refused if refused

          note.index
        end
      end

      def lost_pin
        @warnings << 'A mark was left out: its note is no longer in the tune.'
        nil
      end

      # A pin that names a position may reach beyond the pupil's: the teacher decides. A finger or string alone never moves
      # the hand out of them.
      def pin_one(pin, note)
        at = note.index
        places = @candidates[at].select { pin.allows?(_1, @instrument) }
        if places.empty? && pin.position
          places = @wide.for(note.pitch).select { pin.allows?(_1, @instrument) }
          @candidates[at] = @candidates[at] + places
        end
        return impossible_pin(pin, note) if places.empty?

        @allowed[at] = places
        nil
      end

      def impossible_pin(pin, note)
        reasons = Fingering::Reasons.new(@instrument, nil, [])
        possible = @usual.for(note.pitch).uniq(&:visible).map { reasons.name(_1) }
        Impossible.new(code: :pin, **where(note), reason: "#{note.pitch} cannot be played there (#{pin.words})",
                       remedy: "Possible places: #{possible.join('; ')}.", offers: [].freeze)
      end

      def out_of_reach(note)
        offers = Offer.for(@tune) { |pitch| @usual.for(pitch).any? }
        Impossible.new(code: :out_of_reach, **where(note), reason: reach_words(note.pitch), remedy: remedy(offers), offers: offers.freeze)
      end

      def reach_words(pitch)
        if pitch.midi < @instrument.lowest.midi
          "#{pitch} lies below the lowest string of the #{@instrument.name} (#{@instrument.lowest} as written)"
        elsif @wide.for(pitch).any?
          "#{pitch} is not within reach in #{@request.positions.map { _1 == '1' ? 'first' : _1 }.join(' or ')} position on the #{@instrument.name}"
        else
          "#{pitch} lies beyond the positions of the #{@instrument.name}"
        end
      end

      def remedy(offers)
        return 'No octave or near key fits; choose another tune or more positions.' if offers.empty?

        "It fits #{offers.map(&:words).join(', or ')}."
      end

      def where(note) = { bar: note.bar, beat: Notation::Fraction.text(@tune.meter.count_at(note.at)), note: note.id }
    end
  end
end
