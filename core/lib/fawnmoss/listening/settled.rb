# frozen_string_literal: true

module Fawnmoss
  module Listening
    # The pitch of one note out of the frames in which it sounds: where it comes to rest, and how it came there.
    class Settled
      # cents: its mean, 100 a semitone, nil where it is not clear enough; spread: standard deviation; clarity: 0..1; loudness: dB; slid: true, false, or nil where that cannot be told.
      Pitch = Value.of(:cents, :spread, :clarity, :loudness, :slid)

      COMING = 0.1 # seconds at the beginning that are left out, as far as there is enough left
      GOING = 0.04 # and at the end
      LEAST = 4 # frames that tell of a pitch
      MIDDLE = 0.1 # of the frames on each side are left out of the mean
      EARLY = (0.02..0.06) # seconds after it can be told that the note is there: where it begins
      BETWEEN = (0.07..0.12) # on the way
      REST = (0.2..0.36) # where it stays
      GLIDE = 24 # cents from beginning to rest that are a slide; vibrato stays below
      SHORTEST = 0.26 # seconds of a note of which that can be told
      TAIL = 45 # cents around the note before: what is left of it is not this one

      # frames: Track::Frames; range: of frames of its main tone; from: where its first tone begins; before: cents of the note before, or nil.
      def self.of(frames, range, from:, before: nil) = new(frames, range, from, before).pitch

      def initialize(frames, range, from, before)
        @frames = frames
        @range = range
        @from = from
        @before = before
      end

      def pitch
        resting = clear(rest)
        return Pitch.new(clarity: mean(@range.map { @frames.clarity[_1] }), loudness: loudness) if resting.size < LEAST

        cents = resting.map { @frames.cents[_1] }
        kept = cents.sort[(cents.size * MIDDLE).floor..-((cents.size * MIDDLE).floor + 1)]
        Pitch.new(cents: mean(kept), spread: spread(cents), clarity: mean(rest.map { @frames.clarity[_1] }), loudness:, slid: slid(mean(kept)))
      end

      private

      def loudness = @range.map { @frames.loudness[_1] }.max
      def mean(list) = list.empty? ? 0.0 : list.sum / list.size
      def clear(frames) = frames.select { @frames.clarity[_1] >= Tones::CLEAR && @frames.cents[_1] }

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

        early, between = [EARLY, BETWEEN].map { |span| at(span) }
        return if early.nil? || between.nil?

        rest = at(REST) || cents
        gone = rest - early
        gone.abs > GLIDE && (between - early).abs < gone.abs * 1.1 && (rest - between).abs < gone.abs * 0.85
      end

      # Median pitch over a span of seconds after the beginning.
      def at(span)
        frames = clear(((@from + (span.begin / HOP).round)..[@from + (span.end / HOP).round, @range.end - 1].min).to_a)
        cents = frames.map { @frames.cents[_1] }
        cents.sort[cents.size / 2] if cents.size > 1
      end
    end
  end
end
