# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What it costs to take a tone for a note, in wrong notes, so to say. Set by hand on takes of sampled instruments (docs/listening.md).
    module Prices
      WRONG = 1.7 # another note than the written one
      NEAR = 45 # cents that cost next to nothing
      FAR = 90 # cents from which it is another note
      OCTAVE = 1.0 # the right note an octave off: more likely the ear that errs than the hand
      MISSED = 1.7 # a note left out
      ADDED = 1.5 # a tone that belongs to no note, when it lasts
      LASTS = 0.12 # seconds
      HELD = 1.0 # a note goes on over a clear border; over the faintest that is told at all, next to nothing
      FAINT = 0.9 # a note begins at the faintest border
      CLEAR = 1.9 # from which border on its beginning costs nothing
      UNDER = 1.2 # a note of the same pitch without a beginning of its own
      BACK = 2.0 # going back
      AT_ONCE = 0.6 # and without a moment's pause
      PAUSE = 0.25 # seconds
      AHEAD = 4.0 # jumping ahead
      FOLD = 0.2 # a repeat left out
      ENTER = 0.8 # starting anywhere, beside a note left out
      LEAVE = 1.5 # stopping anywhere
      AROUND = 1.2 # a tone before the start or after the end, when it lasts
      LATE = 1.2 # a note held twice as long as written, and more
      EARLY = 1.8 # half as long
      LONG = 0.8 # a note that goes on where the next is left out
      UNCLEAR = 0.5 # a sound without a pitch that stands for a note
      SLACK = 0.06 # seconds that cost nothing

      # off: cents off the nearest of what is written, not below zero.
      def self.pitch(off)
        if off <= NEAR then 0.1 * off / NEAR
        elsif off < FAR then WRONG * (off - NEAR) / (FAR - NEAR)
        elsif (off - 1200).abs <= NEAR then OCTAVE
        else WRONG + [0.0003 * off, 0.4].min
        end
      end

      # That a note goes on over a border, and that one begins at it. border: of Tones::Tone.
      def self.held(border) = HELD * [(border - Tones::STROKE) / (Tones::SURE - Tones::STROKE), 0.05].max
      def self.begun(border) = FAINT * [(CLEAR - border) / (CLEAR - Tones::STROKE), 0].max

      # That a note took so long. passed, written: seconds.
      def self.time(passed, written)
        written = written.to_f
        return 0 if (passed - written).abs <= SLACK

        passed += SLACK * (written <=> passed)
        change = Math.log2([passed, 0.02].max / [written, 0.02].max)
        change.positive? ? LATE * [change, 1].min : EARLY * [-change, 2].min
      end
    end
  end
end
