# frozen_string_literal: true

module Fawnmoss
  module Practice
    # A tune in a simpler rhythm: one note a felt beat, for a pupil who does not have its rhythms yet. A beat keeps the first
    # note that begins in it (so dotted quarter and eighth become two quarters, two eighths a quarter); where none begins, the
    # sound or the rest before goes on. Slurs, ornaments and signs are left out.
    class SimplerRhythm
      # Score::Tune -> Score::Tune.
      #   SimplerRhythm.of(tune('D3/2 E/2 F/2G/2 A|')) # plays D E F A in quarters
      def self.of(tune) = new(tune).tune

      def initialize(tune)
        @tune = tune
        @beat = tune.meter.beat_length
        @sounds = tune.played.chunk_while { |a, b| a.onset == b.onset }.to_a
        @held = Set.new
      end

      def tune
        @ids = 0
        @onset = 0r
        @last = nil
        bars = @tune.bars.map { |bar| bar.copy(notes: notes(bar).freeze) }
        @tune.copy(bars: tied(bars).freeze, notices: [].freeze)
      end

      private

      # One stretch of a bar: what sounds (list of Score::Played, nil for a rest), where in the bar, how long; held: goes on
      # from the stretch before.
      Stretch = Struct.new(:sound, :at, :quarters, :held)
      private_constant :Stretch

      def notes(bar)
        stretches = slots(bar).each_with_object([]) do |(at, length), found|
          sound, held = heard(@onset + at - bar.start, length)
          if held && found.any? then found.last.quarters += length
          else found << Stretch.new(sound, at, length, held)
          end
        end
        @onset += bar.length
        merge_rests(stretches).flat_map { |stretch| written(stretch) }
      end

      # [place in the bar, length] of the beats, the first and last of them cut where the bar is short.
      def slots(bar)
        at = bar.start
        stop = at + bar.length
        found = []
        while at < stop
          following = [((at / @beat).floor + 1) * @beat, stop].min
          found << [at, following - at]
          at = following
        end
        found
      end

      # What sounds in a beat, and whether it goes on from before.
      def heard(onset, length)
        following = @sounds.bsearch_index { |sound| sound.first.onset >= onset } || @sounds.size
        fresh = @sounds[following]
        return [@last = fresh, false] if fresh && fresh.first.onset < onset + length

        over = following.positive? ? @sounds[following - 1] : nil
        return [@last = nil, false] unless over && over.first.onset + over.first.duration > onset

        [over, over.equal?(@last).tap { @last = over }]
      end

      def merge_rests(stretches)
        stretches.slice_when { |a, b| a.sound || b.sound }.map do |run|
          run.size == 1 ? run.first : Stretch.new(nil, run.first.at, run.sum(&:quarters), false)
        end
      end

      def written(stretch)
        pieces = pieces(stretch.quarters)
        at = stretch.at
        pieces.each_with_index.flat_map do |length, index|
          going_on = index.positive? || stretch.held
          chord(stretch.sound, at, length, tie: !stretch.sound.nil? && index < pieces.size - 1, held: going_on).tap { at += length }
        end
      end

      # Lengths that can be drawn as one note each.
      def pieces(length)
        return [length] if Score::Note.drawn(length)

        first = @tune.meter.compound? && length > @beat ? @beat : Score::Note::TYPES.keys.find { _1 < length }
        [first, *pieces(length - first)]
      end

      def chord(sound, at, length, tie:, held:)
        type, dots = Score::Note.drawn(length)
        (sound || [nil]).each_with_index.map do |played, index|
          @ids += 1
          @held << "n#{@ids}" if held
          Score::Note.new(id: "n#{@ids}", pitch: played&.pitch, at:, duration: length, type:, dots:, tie:, slur_start: false, slur_stop: false,
                          marks: [].freeze, chord: index.positive?)
        end
      end

      # A stretch that goes on over the bar line is tied to the one before.
      def tied(bars)
        last = {} # pitch => id of the note of that pitch met last
        ties = Set.new
        bars.each do |bar|
          bar.notes.each do |note|
            ties << last[note.pitch] if @held.include?(note.id)
            last[note.pitch] = note.id
          end
        end
        bars.map { |bar| bar.copy(notes: bar.notes.map { ties.include?(_1.id) ? _1.copy(tie: true) : _1 }.freeze) }
      end
    end
  end
end
