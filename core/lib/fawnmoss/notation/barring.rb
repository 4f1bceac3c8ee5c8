# frozen_string_literal: true

module Fawnmoss
  module Notation
    # Sets sounds into bars: a sound that goes over a bar line is cut there and tied, silence becomes rests, and lengths are cut at beats where a group
    # of three begins or ends.
    class Barring
      # What is set. at, length: quarters from the start; pitches: [] is not needed, silence is between; three: true in a beat divided in three.
      Timed = Value.of(:at, :length, :pitches, :three)

      # sounds: Timed list, in order, none over another; holding: of :meter, :key and :tempo what holds and from where, [[quarters from the start,
      # value], ...] each. Of meters there is one at 0. Returns list of Events.
      def self.events(sounds, **holding) = new(sounds, holding).events

      def initialize(sounds, holding)
        @sounds = sounds
        @holding = holding
        @held = {}
        @events = []
      end

      def events
        pieces = @sounds.dup
        at = 0r
        until pieces.empty?
          meter = change(at)
          stop = at + meter.bar_length
          pieces = bar(pieces, at, stop)
          at = stop
        end
        @events
      end

      private

      # What holds from a bar on. Returns its meter.
      def change(at)
        now = @holding.transform_values do |list|
          unless list.empty? || list.first[0] > at
            list[(list.bsearch_index do |place, _|
              place > at
            end || list.size) - 1]&.last
          end
        end
        changed = now.reject { |kind, value| value == @held[kind] }
        @events << Events::Change.new(**changed) if changed.any?
        @held = now
        now[:meter]
      end

      # Sets one bar; returns what is left.
      def bar(pieces, at, stop)
        place = at
        while (sound = pieces.first) && sound.at < stop
          rest(place, sound.at)
          upto = [sound.at + sound.length, stop].min
          place = upto
          over = sound.at + sound.length > stop
          put(sound, sound.at, upto, over)
          pieces = over ? [sound.copy(at: stop, length: sound.at + sound.length - stop, three: false), *pieces.drop(1)] : pieces.drop(1)
        end
        rest(place, stop) if pieces.any? || place > at
        @events << Events::Line.new(line: :single, signs: [].freeze)
        pieces
      end

      def rest(from, to) = cuts(from, to).each { |one, other| sound([], one, other, false) }

      def put(sound, from, to, over)
        parts = cuts(from, to)
        parts.each_with_index { |(one, other), index| sound(sound.pitches, one, other, over || index < parts.size - 1) }
      end

      def sound(pitches, from, to, tied)
        length = to - from
        @events << Events.rest(length).copy(pitches:, ratio: ([3, 2].freeze if length.denominator % 3 == 0), tied: tied ? pitches : [].freeze) # rubocop:disable Style/NumericPredicate
      end

      # A length that begins or ends inside a beat divided in three is cut at the beats.
      def cuts(from, to)
        return [] if from >= to
        return [[from, to]] if [from, to].none? { (_1.denominator % 3).zero? }

        inner = ((from.floor + 1)..(to.ceil - 1)).to_a
        inner = [inner.first, inner.last].compact.uniq
        [from, *inner, to].each_cons(2).to_a
      end
    end
  end
end
