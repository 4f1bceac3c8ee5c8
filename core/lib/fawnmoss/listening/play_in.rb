# frozen_string_literal: true

module Fawnmoss
  module Listening
    # A tune out of what was played to a click: pitches, lengths on a grid, the key guessed where none is given. What is doubtful is said in
    # the notices of the tune.
    class PlayIn
      # A note as it was played. midi: number; from, to: quarters from the first note; sure: whether it is.
      Note = Value.of(:midi, :from, :to, :sure)

      DEEPEST = 41.2 # Hz: the lowest string of a double bass
      HIGHEST = 185 # Hz: deeper is not listened for, where nothing deeper sounds
      UNDER = 4 # semitones under the lowest note that are listened to
      STROKE = 3.0 # how clearly a stroke on the same pitch is a new note
      FAINT = 0.9 # and how clearly where the click would have it
      NEAR = 0.12 # of a quarter from the click and from the grid
      MIDWAY = 0.16 # of a unit from the middle between its places
      FEW = 0.03 # of the notes that may lie there by chance
      COARSE = { 'quarters' => 1.0, 'eighths' => 0.5 }.freeze # quarters between places of a grid that may be too coarse
      UNITS = [1.0, 0.5, 0.25].freeze # quarters between places where notes begin
      STANDING = 1.0 # times as much as between clicks
      NEARLY = 0.9 # of them
      RINGS_ON = 6 # dB under a tone: what is softer at its end is the string alone
      LETS_GO = 0.12 # seconds that a bow takes to leave the string
      GLANCE = 0.08 # seconds of a tone that is none
      DOUBT = 0.17 # quarters between where a note begins and where it is written
      CLEAR = 0.88 # clarity under which a note is doubtful
      FITS = 0.9 # of the notes that must lie on a grid

      # sound: Sound; tempo: quarters a minute of the click; meter: Theory::Meter; key: Theory::Key or nil; title: text;
      # instrument: Instrument::Instrument for which it is written, nil: as it sounds. Returns Score::Tune. Raises InvalidTake.
      def self.tune(sound, tempo:, meter:, key: nil, title: '', instrument: nil) = new(sound, tempo, meter, key, title, instrument).tune

      def initialize(sound, tempo, meter, key, title, instrument)
        unless Score::Tune::TEMPI.cover?(tempo)
          raise InvalidInput.new("#{tempo} is not possible", where: { field: 'tempo' }, remedy: 'Tempi run from 20 to 300.')
        end

        @sound = sound
        @tempo = tempo
        @meter = meter
        @key = key
        @title = title
        @moved = instrument ? Names.moved(instrument) : 0
      end

      def tune
        @tones = tones
        raise InvalidTake.silent if @tones.empty?

        notes = joined
        @grid = Notation::MidiIn::Grid.new(notes.map { [_1.midi, [_1.from, 0r].max, _1.to] }, grid(notes))
        key = @key || Notation::MidiIn::Keys.guess(notes.map(&:midi))
        events = Notation::Barring.events(@grid.sounds.map { timed(_1, key) }, meter: [[0r, @meter]], key: [[0r, key]], tempo: [[0r, @tempo]])
        Notation::Assembler.tune(events, key:, meter: @meter, title: @title, tempo: @tempo, notices: notices(notes, key))
      end

      private

      # Listened to once as deep as anything goes, and then as deep as this goes.
      def tones
        deep = listened(DEEPEST)
        return [] if deep.empty?

        lowest = deep.map(&:cents).min - (100 * UNDER)
        found = listened([Cents.hertz(lowest), HIGHEST].min)
        least = Middle.of(found.map(&:loudness)).to_f - Judging::SOFT
        found.reject { _1.loudness < least }
      end

      def quarters(seconds) = seconds * @tempo / 60.0

      # lowest: Hz.
      def listened(lowest)
        @novelty ||= Novelty.of(@sound)
        frames = Track.of(@sound, lowest:, novelty: @novelty)
        tones = Tones.of(frames).select(&:clear?).reject { _1.length < GLANCE }
        tones.each_with_index.map { |tone, at| ending(tone, tones[at + 1], frames) }
      end

      # What rings on after the bow has left belongs to no note.
      def ending(tone, after, frames)
        return tone if after && after.start - tone.finish < GLANCE

        last = tone.frames.to_a.reverse.find { frames.loudness[_1] > tone.loudness - RINGS_ON }
        last ? tone.copy(finish: [((last + 1) * HOP) - LETS_GO, tone.start + GLANCE].max) : tone
      end

      # Tones that belong together as one note.
      def joined
        shift = OwnTuning.guess(@tones)
        start = beginning
        @unit = unit(start)
        stretches = @tones.slice_when { |one, other| (other.cents - one.cents).abs > Tones::AWAY || other.start - one.finish > GLANCE }
        @enough = enough(stretches, start)
        stretches.flat_map { |stretch| strokes(stretch, start).to_a }.map { note(_1, start, shift) }
      end

      def place(seconds, start) = quarters(seconds - start).rationalize(1/1000r)

      # tones: those of one note.
      def note(tones, start, shift)
        longest = tones.max_by(&:length)
        from, to = [tones.first.start, tones.last.finish].map { place(_1, start) }
        Note.new(midi: ((longest.cents - shift) / 100).round + @moved, from:, to:, sure: longest.clarity >= CLEAR && off(from, 0.25) <= DOUBT)
      end

      # How much a stroke on the click must stand out: more than nearly all that swells between clicks in this take.
      def enough(stretches, start)
        between = stretches.flat_map { _1.drop(1) }.reject { click?(_1, start) }.map(&:border).sort
        (STANDING * (between[(between.size * NEARLY).floor] || 0)).clamp(FAINT, STROKE)
      end

      # Cuts a stretch of one pitch where strokes begin: those on the click that stand out more than what swells between clicks, and what stands out in any
      # case.
      def strokes(stretch, start)
        stretch.slice_when { |_, tone| tone.border >= (click?(tone, start) ? @enough : STROKE) }
      end

      # Near a place where notes begin in this tune.
      def click?(tone, start) = off(quarters(tone.start - start), @unit) <= [NEAR, @unit * 0.3].min

      # The coarsest length, in quarters, on whose multiples the notes lie that are sure to begin.
      def unit(start)
        sure = @tones.select { _1.border >= Tones::SURE }
        places = sure.map { quarters(_1.start - start) }
        UNITS.find { |unit| places.count { off(_1, unit) <= NEAR } >= FITS * sure.size && !between?(places, unit) } || UNITS.last
      end

      # Whether some notes lie in the middle between the places of a unit: then it is too coarse. places: quarters.
      def between?(places, unit)
        places.count { off(_1 - (unit / 2.0), unit) <= MIDWAY * unit } > FEW * places.size
      end

      # Quarters from the nearest multiple of a unit.
      def off(place, unit) = (place % unit).then { [_1, unit - _1].min }

      # Where the first note should have begun by the click: the eighths that all the notes are nearest to.
      def beginning
        clear = @tones.select { _1.border >= Tones::SURE }
        turns = clear.map { 2 * Math::PI * 2 * quarters(_1.start) }
        phase = Math.atan2(turns.sum { Math.sin(_1) }, turns.sum { Math.cos(_1) }) / (4 * Math::PI)
        first = quarters(@tones.first.start)
        (phase + (((first - phase) * 2).round / 2.0)) * 60 / @tempo
      end

      # The coarsest division that nearly all notes lie on; nil leaves it to each beat.
      def grid(notes)
        Notation::MidiIn::Grid::KINDS.slice('quarters', 'eighths', 'sixteenths', 'triplets').keys.find do |name|
          places = Notation::MidiIn::Grid::KINDS.fetch(name)
          fits = notes.count { |note| places.any? { |place| ((note.from % 1) - place).abs <= NEAR } } >= FITS * notes.size
          fits && !between?(notes.map(&:from), COARSE.fetch(name, 0.125))
        end
      end

      def timed(sound, key)
        pitches = sound.keys.map { Notation::MidiIn::Keys.spell(_1, key) }.freeze
        Notation::Barring::Timed.new(at: sound.at, length: sound.length, pitches:, three: sound.three)
      end

      def notices(notes, key)
        doubtful = notes.reject(&:sure).map { 1 + (_1.from / @meter.bar_length).floor }.uniq
        [("By its notes it is in #{key.name}." unless @key), @grid.words,
         ("Not sure in bar #{doubtful.join(', ')}: listen and correct." if doubtful.any?)].compact
      end
    end
  end
end
