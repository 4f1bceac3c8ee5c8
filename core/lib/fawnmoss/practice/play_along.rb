# frozen_string_literal: true

module Fawnmoss
  module Practice
    # What sounds when a chart is played along with, in quarters at the tempo of its first bar: the tune with its repeats, the same phrase by phrase with an
    # equal silence after each (echo), the beats to click, and what a drone can sound (guide page on practice, play-along).
    class PlayAlong
      # id: of the note; at, length: in quarters, at from the start; midi: key number as it sounds, 60 is middle C; bar: printed
      # number; silent: true in the silence after a phrase, where the pupil plays it; loud: dB over mf, nil where nothing is shaped.
      Sound = Value.of(:id, :at, :length, :midi, :bar, :silent, :loud) do
        # Plain data for a player: lengths as numbers, nothing where nothing is shaped.
        def to_answer = { **to_h.compact, at: at.to_f, length: length.to_f }
      end

      # tempo: quarters a minute; steps: tempi to practise at, rising; beat, bar: lengths; count_in: before the start; first: where in
      # its bar the tune starts; length: of the tune; notes: Sound list; echo: { length:, notes: }; phrases: [[at, length], ...]; bars:
      # [[number, at, length], ...] as written, without repeats; drones: [[words, [midi, ...]], ...]; clicks: where the meter or tempo changes, the beats
      # of the tune and those of the bars as written, [[at, first of its bar], ...] each, nil where beat and bar say it all;
      # second: Sound list of the second part, nil without one; verse: Shape::Verse of the second time, its broad with where the last phrase begins, nil
      # where nothing is shaped.
      Schedule = Value.of(:tempo, :steps, :beat, :bar, :count_in, :first, :length, :notes, :echo, :phrases, :bars, :drones, :clicks, :second,
                          :verse) do
        # Plain data for a player: lengths as numbers.
        def to_answer
          { tempo:, steps:, **lengths, notes: numbers(notes), second: second && numbers(second),
            echo: { length: echo[:length].to_f, notes: numbers(echo[:notes]) },
            phrases: phrases.map { |span| span.map(&:to_f) }, bars: bars.map { |number, *span| [number, *span.map(&:to_f)] },
            drones: drones.map { |words, keys| { words:, keys: } }, clicks: clicks&.transform_values { click_numbers(_1) },
            verse: verse&.to_answer }
        end

        def lengths = { beat:, bar:, count_in:, first:, length: }.transform_values(&:to_f)
        def click_numbers(list) = list.map { |at, strong| { at: at.to_f, strong: } }

        def numbers(sounds) = sounds.map(&:to_answer)
      end

      # chart: Chart::Chart. Returns Schedule.
      def self.of(chart) = new(chart).schedule

      # Sound list of another line with the same bars, as it sounds beside a chart. tune: Score::Tune, written as it sounds.
      def self.beside(chart, tune) = new(chart.copy(tune:)).line

      # A tune that has no chart yet, in one phrase.
      def self.of_tune(tune, instrument)
        request = Chart::Request.new(instrument:, version: 'simple', trill: 'main')
        ends = tune.played.then { |played| [played.first.id, played.select(&:head?).last.id] }
        new(Uncharted.new(tune:, request:, tempo: request.tempo_of(tune), phrases: [{ notes: ends }])).schedule
      end

      # What of a chart is asked for here. phrases: [{ notes: [id of the first note, of the last] }, ...].
      Uncharted = Value.of(:tune, :request, :tempo, :phrases, :shape)
      private_constant :Uncharted

      def initialize(chart)
        @chart = chart
        @tune = chart.tune
        @instrument = chart.request.instrument
        @meter = @tune.meter
        @unfolded = Score::Unfolding.tune(@tune)
        @played = @unfolded.played
        @written = @tune.played
        @shaped = @chart.shape ? @chart.shape.by_note : {}
        @clocks = {}.compare_by_identity
        [@unfolded, @unfolded.second, @tune].compact.each { @clocks[_1] = Score::Clock.new(_1) }
      end

      def schedule
        notes = sounds(@played, @unfolded)
        length = last(notes)
        Schedule.new(tempo: @chart.tempo, steps: TempoSteps.for(quarters: length, to: @chart.tempo).map(&:tempo), notes:, length:, echo:, bars:, drones:,
                     second:, clicks:, verse:, phrases: spans.map { _1.first(2) }, **meter)
      end

      # The notes with their repeats, as they are written.
      def line = sounds(@played, @unfolded, shaped: {}) { _1 }

      private

      def meter
        bar = @meter.bar_length
        { beat: @meter.beat_length, bar:, count_in: @tune.count_in, first: @tune.pickup.zero? ? 0r : bar - @tune.pickup }
      end

      # notes: Score::Played of a tune, in order; later: quarters by which they sound later than written; shaped: { note id => Shape::Layer::Sound }.
      def sounds(notes, tune, later: 0r, silent: false, shaped: @shaped)
        clock = @clocks[tune]
        Score::Sounding.of(notes, tempo: @chart.tempo, from: @chart.request.trill, shorter: shaped.transform_values(&:shorter)).map do |sound|
          Sound.new(id: sound.note.id, at: clock.at(sound.at) + later, length: clock.length(sound.at, sound.length), bar: sound.note.bar, silent:,
                    midi: (block_given? ? yield(sound.pitch) : @instrument.sounding(sound.pitch)).midi, loud: shaped[sound.note.id]&.decibels)
        end
      end

      # The second verse: where its last phrase begins, and how much broader that is.
      def verse
        shape = @chart.shape or return
        return shape.verse unless shape.verse.broad

        last = @played.rindex { _1.id == shape.phrases.last.from }
        shape.verse.copy(broad: [@clocks[@unfolded].at(@played[last].onset), shape.verse.broad])
      end

      # The second part sounds as it is written, whatever the instrument.
      def second
        own = @unfolded.second or return
        sounds(own.played, own, shaped: {}) { _1 }
      end

      def last(notes) = notes.map { _1.at + _1.length }.max || 0r

      # [[onset, length, notes], ...] of the phrases as written.
      def spans
        index = @written.each_with_index.to_h { |note, at| [note.id, at] }
        @spans ||= @chart.phrases.map do |phrase|
          from, to = phrase[:notes].map { index.fetch(_1) }
          to += 1 while @written[to + 1] && @written[to + 1].head == @written[to].head # the rest of a chord
          notes = @written[from..to]
          onset = notes.first.onset
          [@clocks[@tune].at(onset), @clocks[@tune].length(onset, notes.map { _1.onset + _1.duration }.max - onset), notes]
        end
      end

      # Phrase, silence of the same number of beats, next phrase. Every turn begins where in the bar its phrase does.
      def echo
        at = 0r
        notes = spans.flat_map do |onset, length, own|
          at += (onset - at) % @meter.bar_length
          rest = (length / @meter.bar_length).ceil * @meter.bar_length
          turn = [[at, false], [at + rest, true]].flat_map { |from, silent| sounds(own, @tune, later: from - onset, silent:) }
          at += 2 * rest
          turn
        end
        { length: at, notes: }
      end

      def clicks
        { tune: beats(@unfolded), written: beats(@tune) } if @tune.bars.map(&:meter).uniq.size > 1 || @tune.tempo_changes.any?
      end

      def beats(tune)
        at = 0r
        tune.bars.flat_map { |bar| bar.beats.map { |place, first| [@clocks[tune].at(at + place), first] }.tap { at += bar.length } }
      end

      def bars
        at = 0r
        clock = @clocks[@tune]
        @tune.bars.map { |bar| [bar.number, clock.at(at), clock.length(at, bar.length)].tap { at += bar.length } }
      end

      # The root and the fifth of the key as low as the instrument has them, and the open strings.
      def drones
        root = Theory::Pitch.parse("#{@tune.key.tonic}0").midi
        root += 12 while root < @instrument.sounding(@instrument.lowest).midi
        strings = @instrument.open.map { |pitch| ["open #{pitch.name}", [@instrument.sounding(pitch).midi]] }
        [["root, #{@tune.key.tonic}", [root]], ['root and fifth', [root, root + 7]], *strings]
      end
    end
  end
end
