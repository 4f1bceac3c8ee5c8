# frozen_string_literal: true

module Fawnmoss
  module Notation
    # A chart as a Standard MIDI File (format 1): a tempo track and a track of the notes as they sound, repeats played, on a
    # General MIDI string program (40 violin, 41 viola, 42 cello, 43 contrabass; numbered from 0), with a count-in of one bar,
    # two when the tune starts with a pick-up. Trills and grace notes sound as Score::Sounding has them.
    class Midi
      TICKS = 480 # a quarter; divides by 3, 5 and 32nds
      CLICK = { first: 76, other: 77 }.freeze # high and low wood block on the percussion channel (General MIDI)
      PERCUSSION = 9
      LOUDNESS = 88
      SOFTER = 16 # a second part
      GAP = 12 # ticks that separate strokes

      # tune: Score::Tune; instrument: Instrument; tempo: quarters a minute; count_in: false starts at once; trill: where trills begin, 'main'
      # or 'upper'; shape: Shape::Layer of the tune, or nil.
      # Returns the bytes of the file.
      def self.write(tune, instrument:, tempo:, count_in: true, trill: 'main', shape: nil)
        new(tune, instrument, tempo, count_in, trill, shape:).bytes
      end

      # Several parts with the same bars, each on a channel of its own. parts: [[Score::Tune, Instrument], ...].
      def self.score(parts, tempo:)
        (tune, instrument), *others = parts
        new(tune, instrument, tempo, true, 'main', others).bytes
      end

      def initialize(tune, instrument, tempo, count_in, trill, others = [], shape: nil)
        @others = others
        @shaped = shape ? shape.by_note : {}
        @tune = tune
        @instrument = instrument
        @tempo = tempo
        @count_in = count_in
        @trill = trill
      end

      def bytes
        sequence = MIDI::Sequence.new
        sequence.ppqn = TICKS
        sequence.tracks << conductor(sequence) << part(sequence)
        sequence.tracks << second(sequence) if unfolded.second
        @others.each_with_index { |(tune, instrument), index| sequence.tracks << other(sequence, tune, instrument, index + 1) }
        out = StringIO.new(String.new(encoding: Encoding::BINARY))
        sequence.write(out)
        out.string
      end

      private

      def conductor(sequence)
        name = @tune.title.empty? ? 'Untitled' : @tune.title
        track(sequence, [MIDI::MetaEvent.new(MIDI::META_SEQ_NAME, name), *signatures])
      end

      # Tempo, meter and key at the start, and where they change.
      def signatures
        at = lead
        before = nil
        unfolded.bars.flat_map do |bar|
          found = [(tempo(bar) if bar.tempo != before&.tempo || before.nil?), (meter(bar.meter) if bar.meter != before&.meter),
                   (key(bar.key) if bar.key != before&.key)].compact
          found.each { |event| event.time_from_start = before ? ticks(at) : 0 }
          at += bar.length
          before = bar
          found
        end
      end

      def unfolded = @unfolded ||= Score::Unfolding.tune(@tune)
      def tempo(bar) = MIDI::Tempo.new((60_000_000 / (@tempo * @tune.pace(bar))).round)
      def meter(meter) = MIDI::TimeSig.new(meter.beats, Math.log2(meter.unit).to_i, 24, 8)
      def key(key) = MIDI::KeySig.new(key.fifths & 0xff, key.mode == 'minor')

      def part(sequence)
        own = notes(unfolded, 0, shaped: @shaped) { @instrument.sounding(_1) }
        in_order(sequence, [[0, 0, MIDI::ProgramChange.new(0, @instrument.midi_program)], *clicks, *own])
      end

      # On the channel beside, softer, as it is written.
      def second(sequence)
        in_order(sequence, [[0, 0, MIDI::ProgramChange.new(1, @instrument.midi_program)], *notes(unfolded.second, 1, softer: SOFTER) { _1 }])
      end

      # As its player sounds it.
      def other(sequence, tune, instrument, channel)
        own = notes(Score::Unfolding.tune(tune), channel, softer: SOFTER) { instrument.sounding(_1) }
        in_order(sequence, [[0, 0, MIDI::ProgramChange.new(channel, instrument.midi_program)], *own])
      end

      def in_order(sequence, events)
        sorted = events.sort_by.with_index { |(at, order, _), index| [at, order, index] }
        track(sequence, sorted.map { |at, _, event| event.tap { _1.time_from_start = at } })
      end

      def track(sequence, events)
        track = MIDI::Track.new(sequence)
        last = 0
        events.each do |event|
          event.delta_time = event.time_from_start - last
          last = event.time_from_start
        end
        track.events = events
        track
      end

      # The silent quarters before the tune.
      def lead = @count_in ? @tune.count_in : 0r

      def clicks
        (0...(lead / @tune.meter.beat_length).ceil).flat_map do |beat|
          at = beat * @tune.meter.beat_length
          key = CLICK.fetch((at % @tune.meter.bar_length).zero? ? :first : :other)
          [[ticks(at), 1, MIDI::NoteOn.new(PERCUSSION, key, LOUDNESS)], [ticks(at) + (TICKS / 4), 0, MIDI::NoteOff.new(PERCUSSION, key, 0)]]
        end
      end

      # The block answers a pitch as it sounds.
      def notes(tune, channel, softer: 0, shaped: {})
        Score::Sounding.of(tune.played, tempo: @tempo, from: @trill, shorter: shaped.transform_values(&:shorter)).flat_map do |sound|
          key = yield(sound.pitch).midi
          from = ticks(lead + sound.at)
          to = [ticks(lead + sound.at + sound.length) - GAP, from + 1].max
          [[from, 1, MIDI::NoteOn.new(channel, key, velocity(shaped[sound.note.id]) - softer)], [to, 0, MIDI::NoteOff.new(channel, key, 0)]]
        end
      end

      # 40 times the logarithm of a velocity is its loudness in dB (General MIDI, from memory).
      def velocity(shape) = shape ? (LOUDNESS * (10**(shape.decibels / 40))).round.clamp(SOFTER + 1, 127) : LOUDNESS

      def ticks(quarters) = (quarters * TICKS).round
    end
  end
end
