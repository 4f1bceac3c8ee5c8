# frozen_string_literal: true

module Fawnmoss
  module Learning
    # Which tastes a chart's marks speak of, where the teacher's way is another than the engine's. A mark counts once, for the first taste
    # that tells the two ways apart.
    class Signs
      # taste: id; one: true for its first side; bar: number; falling: the melody comes down to the note.
      Sign = Value.of(:taste, :one, :bar, :falling)

      # mine, own: Chart::Problem with the marks and without.
      def initialize(mine, own)
        @mine = mine
        @own = own
        @sounds = mine.sounds
        @places = [mine, own].map { _1.fingers.places }
      end

      # Sign list, in the order of the notes.
      def list
        @sounds.each_index.flat_map { |at| [finger_sign(at), bow_sign(at)].compact }
      end

      private

      def finger_sign(at)
        mine, own = @places.map { _1[at].parts.first }
        return if mine == own || @sounds[at].none? { @mine.possible.pinned.include?(_1.index) }

        before = at.zero? ? [nil, nil] : @places.map { _1[at - 1].parts.last }
        fingers(mine, own, *before).each { |taste, one, other| return sign(taste, at, one) if one != other }
        nil
      end

      # [taste, whether the teacher's place is on its first side, whether the engine's is].
      def fingers(mine, own, before_mine, before_own)
        [['fourth', mine.finger == 4 && own.open?, own.finger == 4 && mine.open?],
         ['stretch', stretched?(own), stretched?(mine)],
         ['home', low?(mine) && !low?(own), low?(own) && !low?(mine)],
         ['shifts', stays?(before_mine, mine), stays?(before_own, own)],
         ['string', string?(before_mine, mine), string?(before_own, own)]]
      end

      def stretched?(place) = place.placement == :extended
      def low?(place) = place.open? || place.hand.nut <= 2
      def stays?(before, place) = before.nil? || before.hand.same_spot?(place.hand)
      def string?(before, place) = before.nil? || before.string == place.string

      def bow_sign(at)
        head = @sounds[at].first
        return unless @mine.turned.key?(head.index) || @mine.joins.key?(head.index)

        mine, own = [@mine, @own].map { _1.bows.note(head.index).slice(:direction, :join) }
        return if mine == own

        stroke = own_stroke(head.index)
        bows(mine, own, stroke).each { |taste, one, other| return sign(taste, at, one) if one != other }
        nil
      end

      def bows(mine, own, stroke)
        hooks, slurs, lifts = [%i[hook stop], [:slur], [:lift]].map { |joins| [mine, own].map { |way| joins.include?(way[:join]) } }
        down = [mine, own].map { _1[:direction] == :down }
        [(['triple', *hooks] if stroke&.link&.shape == :up_up), (['dotted', *hooks] if %i[dotted pair].include?(stroke&.link&.shape)), ['slurs', *slurs],
         ['lifts', *lifts], (['beats', *down] if stroke&.strength.to_i.positive?), (['ends', *down] if stroke&.last)].compact
      end

      # The stroke that begins on a note in the engine's own bowing, or nil.
      def own_stroke(index)
        @strokes ||= @own.bows.planned.to_h { [_1.stroke.notes.first, _1.stroke] }
        @strokes[index]
      end

      def sign(taste, at, one)
        falling = at.positive? && @sounds[at - 1].first.pitch.midi > @sounds[at].first.pitch.midi
        Sign.new(taste:, one:, bar: @sounds[at].first.bar, falling:)
      end
    end
  end
end
