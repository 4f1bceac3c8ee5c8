# frozen_string_literal: true

module Fawnmoss
  module Listening
    # The pitch of one note out of the frames in which it sounds: where it comes to rest, and how it came there.
    class Settled
      # cents: its mean, 100 a semitone, nil where it is not clear enough; spread: standard deviation; clarity: 0..1; loudness: dB;
      # slid: true, false, or nil where that cannot be told.
      Pitch = Value.of(:cents, :spread, :clarity, :loudness, :slid)

      COMING = 0.1 # seconds at the beginning that are left out, as far as there is enough left
      GOING = 0.04 # and at the end
      LEAST = 4 # frames that tell of a pitch
      MIDDLE = 0.1 # of the frames on each side are left out of the mean
      EARLY = (0.0..0.03) # seconds after it can be told that the note is there: where it begins
      SOON = (0.02..0.04) # a little later
      LATER = [0.04..0.07, 0.06..0.09].freeze # on the way
      REST = (0.15..0.32) # where it stays
      FIRST = 22 # cents by which a slide begins beside where it stays
      SECOND = 16 # and by which it is still beside a little later
      FURTHEST = 160 # cents: more is another note before
      SHORTEST = 0.24 # seconds of a note of which that can be told

      # frames: Track::Frames; range: of frames of its main tone; from: frame where its first tone begins.
      def self.of(frames, range, from:) = new(frames, range, from).pitch

      def initialize(frames, range, from)
        @frames = frames
        @range = range
        @from = from
      end

      def pitch
        resting = clear(rest)
        return Pitch.new(clarity: mean(@range.map { @frames.clarity[_1] }), loudness: loudness) if resting.size < LEAST

        cents = resting.map { @frames.cents[_1] }
        middle = mean(kept(cents))
        Pitch.new(cents: middle, spread: spread(cents), clarity: mean(rest.map { @frames.clarity[_1] }), loudness:, slid: slid(middle))
      end

      private

      def loudness = @range.map { @frames.loudness[_1] }.max
      def mean(list) = list.empty? ? 0.0 : list.sum / list.size
      def clear(frames) = frames.select { @frames.clarity[_1] >= Tones::CLEAR && @frames.cents[_1] }

      def kept(cents)
        left = (cents.size * MIDDLE).floor
        cents.sort[left..-(left + 1)]
      end

      def spread(cents)
        middle = mean(cents)
        Math.sqrt(mean(cents.map { (_1 - middle)**2 }))
      end

      def rest
        spare = [@range.size - 12, 0].max # an eighth of a second is wanted
        first = @range.begin + [(COMING / HOP).round, spare].min
        last = @range.end - [(GOING / HOP).round, spare].min
        (first...last).to_a
      end

      # A slide moves one way, goes on for a while, and then is over.
      def slid(cents)
        return if (@range.end - @from) * HOP < SHORTEST

        rest = at(REST) || cents
        early, soon, *later = [EARLY, SOON, *LATER].map { |span| at(span)&.-(rest) }
        return unless early

        slide?(early, soon || early, later)
      end

      # early, soon: cents beside where it stays; later: the same, or nil.
      def slide?(early, soon, later)
        way = soon <=> 0
        far = early * way > FIRST && early.abs < FURTHEST && soon * way > SECOND
        far && later.compact.all? { _1.abs < soon.abs + 3 } && (later.first.nil? || (later.first * way).positive?)
      end

      # Median pitch over a span of seconds after the beginning.
      def at(span)
        frames = clear(((@from + (span.begin / HOP).round)..[@from + (span.end / HOP).round, @range.end - 1].min).to_a)
        cents = frames.map { @frames.cents[_1] }
        Middle.of(cents) if cents.size > 1
      end
    end
  end
end
