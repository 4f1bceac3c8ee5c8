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
      STROKE = 2.2 # how clearly a stroke on the same pitch is a new note
      FAINT = 1.0 # and how clearly where the click would have it
      NEAR = 0.12 # of an eighth from the click, and of a quarter from the grid
      STANDING = 1.15 # times as much as between clicks
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
      def listened(lowest) = Tones.of(Track.of(@sound, lowest:)).select(&:clear?).reject { _1.length < GLANCE }

      # Tones that belong together as one note.
      def joined
        shift = OwnTuning.guess(@tones)
        start = beginning
        stretches = @tones.slice_when { |one, other| (other.cents - one.cents).abs > Tones::AWAY || other.start - one.finish > GLANCE }
        stretches.flat_map { |stretch| strokes(stretch, start).to_a }.map do |group|
          longest = group.max_by(&:length)
          from = place(group.first.start, start)
          Note.new(midi: ((longest.cents - shift) / 100).round + @moved, from:, to: place(group.last.finish, start),
sure: longest.clarity >= CLEAR && off(from) <= DOUBT)
        end
      end

      def place(seconds, start) = quarters(seconds - start).rationalize(1/1000r)
      def off(place) = ((place * 4) - (place * 4).round).abs / 4

      # Cuts a stretch of one pitch where strokes begin: those on the click that stand out more than what swells between clicks, and what stands out in any
      # case.
      def strokes(stretch, start)
        between = stretch.drop(1).reject { click?(_1, start) }.map(&:border).max || 0
        enough = (STANDING * between).clamp(FAINT, STROKE)
        stretch.slice_when { |_, tone| tone.border >= (click?(tone, start) ? enough : STROKE) }
      end

      def click?(tone, start) = ((quarters(tone.start - start) * 2) % 1).then { [_1, 1 - _1].min } <= 2 * NEAR

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
          notes.count { |note| places.any? { |place| ((note.from % 1) - place).abs <= NEAR } } >= FITS * notes.size
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
