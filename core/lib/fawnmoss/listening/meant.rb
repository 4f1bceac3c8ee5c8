# frozen_string_literal: true

module Fawnmoss
  module Listening
    # Which written note every tone of a take was meant to be, with the octave, the tuning and the tempo that a take has as a whole. The tones
    # are aligned twice: first with lengths that count for little, then with the tuning and the tempo that this showed.
    class Meant
      # visits: Alignment::Visit list; octave: semitones by which all sounds off the page; shift: cents by which it sounds higher than that.
      Found = Value.of(:visits, :octave, :shift)

      OCTAVES = [0, -12, 12].freeze
      NEAR = 70 # cents within which a note tells of the tuning
      ALIKE = 1.26 # how far the share of right notes and that of right lengths are over that of what had to be explained away: other tunes of the same
      # few notes come to 1.25, beginners with a fault in every fourth note to 1.4
      LENGTHS = (0.75..1.33) # of what it should be: a right length

      # tones: Tones::Tone list; places: Written::Place list; tempo: quarters a minute that were asked for; beat: quarters. Returns Found, nil when they do not
      # belong together.
      def self.of(tones, places, tempo:, beat:) = new(tones, places, tempo, beat).found

      def initialize(tones, places, tempo, beat)
        @tones = tones
        @places = places
        @asked = 60.0 / tempo
        @beat = beat
      end

      def found = OCTAVES.lazy.filter_map { aligned(_1) }.first

      # The longest of a visit's tones, one with a pitch if there is any.
      def self.main(visit, tones) = visit.tones.map { tones[_1] }.max_by { |tone| [tone.clear? ? 1 : 0, tone.length] }

      private

      def aligned(octave)
        rough = Alignment.of(@tones, @places, pace: @asked, shift: OwnTuning.guess(@tones) + (100 * octave), timed: 0.4)
        shift = OwnTuning.of(offs(rough, octave).select { _1.abs < NEAR }.map { [_1, false] })
        pace = OwnTempo.new(rough.visits, @places, @tones, beat: @beat, asked: @asked).pace
        fine = Alignment.of(@tones, @places, pace:, shift: shift + (100 * octave))
        Found.new(visits: fine.visits, octave:, shift:) if like?(fine, octave, shift)
      end

      # Cents off the page, of the visits that have a pitch.
      def offs(found, octave)
        found.visits.filter_map { |visit| (tone = self.class.main(visit, @tones)).clear? && @places[visit.place].off(tone.cents - (100 * octave)) }
      end

      # Most notes and lengths are as written, and not much had to be explained away.
      def like?(found, octave, shift)
        notes = found.visits.size.to_f
        right = offs(found, octave).count { (_1 - shift).abs < NEAR }
        tempo = OwnTempo.new(found.visits, @places, @tones, beat: @beat, asked: @asked)
        timed = tempo.steps.count { LENGTHS.cover?(_1.seconds / (_1.quarters * tempo.pace)) }
        (right + timed - strange(found)) / notes > ALIKE
      end

      # Jumps, notes left out (a skipped part counts as two) and tones that belong to no note.
      def strange(found)
        visits = found.visits
        jumps = visits.count { %i[back ahead].include?(_1.from) }
        gaps = visits.each_cons(2).sum { |one, other| (other.place - one.place - 1).clamp(0, 2) }
        jumps + gaps + [*found.before, *found.after, *visits.flat_map(&:added)].count { @tones[_1].clear? && @tones[_1].length > Judging::LASTS }
      end
    end
  end
end
