# frozen_string_literal: true

module Fawnmoss
  module Listening
    # A take held against its chart.
    class Judging
      # What is known of a take while it is judged. places: Written::Place list; frames: Track::Frames; tones: Tone list; meant: Meant::Found; tempo: OwnTempo.
      Take = Value.of(:chart, :asked, :places, :frames, :tones, :meant, :tempo)

      FEWEST = 3 # notes of a take to be judged
      UNDER = 4 # semitones under the lowest note of the tune that are listened to
      BELOW = 14 # semitones under the lowest string, for what sounds an octave lower
      LASTS = 0.13 # seconds of a tone that is one more note and no noise
      SOFT = 15 # dB under the notes: what is softer is a string that rings on

      # sound: Sound; chart: Chart::Chart; asked: Asked; drills: as of Catalogue; going: called with the share that is done, 0..1, now and then.
      # Returns Heard. Raises InvalidTake when nothing can be told.
      def self.of(sound, chart, asked = Asked.build, drills:, &going) = new(sound, chart, asked, drills, going).heard

      def initialize(sound, chart, asked, drills, going)
        @sound = sound
        @chart = chart
        @asked = asked
        @drills = drills
        @going = going
      end

      def heard
        @take = take
        notes = NotesHeard.new(@take)
        Heard.new(chart: @chart, asked: @asked, tuning: notes.tuning, octave: @take.meant.octave, tempo: @take.tempo, notes: notes.list,
                  drills: @drills, stops:, repeated:, added:, places: @take.places)
      end

      private

      # Listened to first as deep as the tune goes, which hears best, and where that is not the tune, as deep as the instrument goes.
      def take
        instrument = @chart.request.instrument
        @places = Written.of(@chart)
        depths = [@places.flat_map(&:pitches).min - UNDER, instrument.open.map { instrument.sounding(_1).midi }.min - BELOW].uniq.sort.reverse
        depths.lazy.filter_map { listened(_1) }.first || raise(strange)
      end

      # lowest: midi number. Returns Take, nil when it is not of this tune.
      def listened(lowest)
        @novelty ||= Novelty.of(@sound)
        frames = Track.of(@sound, lowest: Cents.hertz(100 * lowest), novelty: @novelty, &@going)
        tones = Tones.of(frames)
        raise InvalidTake.silent if tones.count(&:clear?) < FEWEST

        beat = @chart.tune.meter.beat_length
        meant = Meant.of(tones, @places, tempo: @chart.tempo, beat:) or return
        tempo = OwnTempo.new(meant.visits, @places, tones, beat:, asked: 60.0 / @chart.tempo)
        Take.new(chart: @chart, asked: @asked, places: @places, frames:, tones:, meant:, tempo:)
      end

      def strange = InvalidTake.new("This recording does not sound like #{title}", remedy: 'Check the tune, the instrument and the octave.')
      def title = @chart.tune.title.empty? ? 'this tune' : "\"#{@chart.tune.title}\""
      def visits = @take.meant.visits
      def index(visit) = @take.places[visit.place].entries.first

      # [{ before:, bar:, seconds: }, ...]
      def stops
        visits.each_index.filter_map do |number|
          seconds = @take.tempo.stop(number) or next
          { before: index(visits[number]), bar: @take.places[visits[number].place].bar, seconds: seconds.round(2) }
        end
      end

      # What was played again: [{ from:, to: }, ...], indices of notes.
      def repeated
        visits.each_cons(2).select { |_, visit| visit.from == :back }.map { |before, visit| { from: index(visit), to: index(before) } }
      end

      # [{ after:, pitch: }, ...]: after is the index of the note before.
      def added
        visits.flat_map do |visit|
          tones = visit.added.map { @take.tones[_1] }.select { _1.clear? && _1.length >= LASTS && _1.loudness > least }
          apart = tones.slice_when { |one, other| (one.cents - other.cents).abs > Tones::AWAY }
          apart.map { |same| { after: index(visit), pitch: Names.of(midi(same.first), @chart.tune.key, @chart.request.instrument) } }
        end
      end

      # dB under which a tone is no note.
      def least = @least ||= Middle.of(visits.map { Meant.main(_1, @take.tones).loudness }) - SOFT

      def midi(tone) = ((tone.cents - @take.meant.shift) / 100).round - @take.meant.octave
    end
  end
end
