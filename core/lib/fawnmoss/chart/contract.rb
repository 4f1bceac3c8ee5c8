# frozen_string_literal: true

module Fawnmoss
  module Chart
    # The chart as plain data: the shape that the command line prints and the server sends. Fractions are text;
    # durations are parts of a whole note; beats are counted from 1.
    class Contract
      def initialize(chart)
        @chart = chart
        @instrument = chart.request.instrument
        @beats = {}
        @names = {}
      end

      def to_h
        { tune:, instrument: @instrument.id, version: @chart.request.version, tempo: @chart.tempo, reading:, notes: @chart.entries.map { note(_1) },
          hand_map: @chart.hand_map, key_changes: @chart.key_changes, meter_changes:, hand_maps: @chart.hand_maps,
          same_bars: @chart.same_bars, same_rhythm: @chart.same_rhythm,
          transposed_bars: @chart.transposed_bars, phrases: @chart.phrases,
          character: @chart.character, spots: @chart.spots.map { spot(_1) }, pattern_changes: @chart.pattern_changes.map { change(_1) },
          crossings: @chart.crossings.map(&:to_h), bow_setting: { contact_zone: @instrument.contact_zone, set_down: @instrument.set_bow },
          warnings: @chart.warnings, **asks, **music }
      end

      private

      def asks = { demands: @chart.demand_bars.keys, demand_bars: @chart.demand_bars }

      # Nothing for a chart of notes alone.
      def music
        shape = @chart.shape or return {}
        choices = Shape::Wish::VERSES.map { |how| { how:, words: Shape::Verse::SAID.fetch(how), possible: how != 'octave' || shape.octave? } }
        { shape: { phrases: shape.phrases.map(&:to_h), verse: shape.verse.how, verses: choices, vibrato: shape.solved.wish.vibrato } }
      end

      def reading
        facts = @chart.reading.to_h
        { **facts, pickup: facts[:pickup] && fraction(facts[:pickup] / 4) }
      end

      def meter_changes = @chart.tune.meter_changes.map { { bar: _1.number, meter: _1.meter.to_s } }

      def tune
        tune = @chart.tune
        { title: tune.title, key: tune.key.name, meter: tune.meter.to_s, pickup: fraction(tune.pickup / 4) }
      end

      def note(entry)
        { **written(entry), **place(entry.place), **bow(entry), **ornaments(entry),
          ring: entry.ring, check: entry.check&.to_h, hold_to: entry.hold_to, shift: entry.shift&.to_h, prepare: entry.prepare, cents: entry.targets,
          reasons: entry.reasons, alternatives: entry.alternatives.map { other(_1) }, pinned: entry.pinned.map(&:to_s),
          hand: entry.hand, demands: entry.demands, **loudness(entry.shape) }
      end

      def written(entry)
        note = entry.note
        { id: note.id, bar: note.bar, beat: fraction(entry.count), written: note.pitch.to_s, sounding: entry.sounding.to_s,
          duration: fraction(note.duration / 4), count: entry.say,
          names: names(note.pitch) }
      end

      def names(pitch)
        @names[[pitch.step % 7, pitch.alter]] ||= Theory::NoteNames::KINDS.to_h { [_1, Theory::NoteNames.say(pitch, _1)] }.freeze
      end

      def loudness(sound)
        return {} unless sound

        { shape: { **sound.to_h.slice(:level, :set, :goal, :touch, :zone, :reasons, :prices), words: Shape::Levels.words(sound.level),
                   hows: sound.prices.map { Shape::Words.price(_1) }, decibels: sound.decibels.round(1), breath: sound.breath && fraction(sound.breath) } }
      end

      # Small notes with their fingers, and how they are played.
      def ornaments(entry)
        pitches = entry.note.note.graces || []
        words = Ornaments::Words.of(entry, tempo: @chart.tempo, from: @chart.request.trill, first: entry.note.index.zero?)
        { graces: entry.graces ? pitches.zip(entry.graces).map { |pitch, place| small(pitch, place) } : [],
          trill: entry.trill && { **small(entry.note.trill, entry.trill), from: @chart.request.trill }, ornaments: words }
      end

      def small(pitch, place) = { written: pitch.to_s, **place(place).slice(:string, :finger, :position) }

      def place(place)
        { string: @instrument.string_names[place.string], finger: place.finger,
          position: place.open? ? nil : place.hand.name, placement: place.placement.to_s, semitones: place.semitones }
      end

      def bow(entry)
        { direction: entry.direction.to_s, join: entry.join.to_s, added: entry.added, bow: entry.bow.map { _1.round(4) }, bow_words: entry.bow_words,
          short: entry.short }
      end

      def other(other)
        place = other.place
        { string: @instrument.string_names[place.string], finger: place.finger, position: place.open? ? nil : place.hand.name,
          extra: other.extra, how: other.how, reason: other.reason }
      end

      def spot(spot)
        { bars: spot.bars, name: spot.name, causes: spot.causes, drill: spot.words, rank: spot.rank, again: spot.again, own: !spot.mark.nil?,
          heard: spot.heard == true }
      end

      def change(change)
        entry = @chart.entries[change.index]
        { bar: entry.note.bar, beat: fraction(entry.count), string: change.string, from: change.from, to: change.to }
      end

      def fraction(number) = @beats[number] ||= Score::Fraction.text(number)
    end
  end
end
