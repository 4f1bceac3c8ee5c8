# frozen_string_literal: true

module Fawnmoss
  module Writing
    # What a page shows of a desk, as plain data.
    class Shown
      # desk: Desk. Returns { text:, musicxml:, cursor:, anchor:, pen:, sounds:, hand:, odd:, notices:, key:, meter:, tempo:, clef:, pickup:, bars:,
      # click:, pad: };
      # text is ABC, '' while there is no note; sounds: by number the note ids it is drawn with and the index of its bar; hand: what is in hand, or
      # nil; odd: the bars that do not add up; key to clef: of the bar in hand; click: lengths
      # of its bar and of its beat in quarters, for who plays to it (without a meter four quarters); pad: by string, the highest first, what each
      # finger gives there.
      def self.of(desk) = new(desk).plain

      # What of it takes a page back to a desk: { text:, cursor:, anchor:, pen:, pickup: }.
      def self.place(desk) = new(desk).place

      def initialize(desk)
        @desk = desk
        @sheet = desk.sheet
        @tune = @sheet.tune
      end

      def plain
        { **place, **written, **holding, sounds:, hand:, odd:, bars: @sheet.bars.size }
      end

      def place
        { text: @tune ? Notation::Abc.write(@tune) : '', cursor: @desk.cursor, anchor: @desk.anchor, pen:, pickup: Score::Fraction.text(@sheet.pickup) }
      end

      private

      def written
        { musicxml: Notation::MusicXml.write(@tune || bare, ids: true), notices: @tune ? @tune.notices - Score::Sums.notices(@tune.bars) : [] }
      end

      # Of the bar in hand.
      def holding
        bar = @sheet.bars[@desk.cursor ? @sheet.place(@desk.cursor).first : 0] || @sheet.start
        { key: bar.key.name, meter: bar.meter.free? ? 'none' : bar.meter.to_s, tempo: bar.tempo, clef: bar.clef || 'treble', pad: pad(bar.key),
          click: click(bar.meter) }
      end

      def click(meter)
        meter = Theory::Meter.parse('C') if meter.free?
        { bar: meter.bar_length.to_f, beat: meter.beat_length.to_f }
      end

      def pen = { **@desk.pen.to_plain.transform_keys(&:to_sym), string: @desk.pen.string || @desk.instrument.string_names.last }

      def pad(key)
        hand = Fingers.new(@desk.instrument, @desk.pen.key || key)
        @desk.instrument.string_names.reverse.map { |string| { string:, notes: (0..4).map { hand.on(string, _1)&.name } } }
      end

      # An empty bar to look at.
      def bare
        start = @sheet.start
        length = @sheet.room(0) || 4r
        type, dots = Score::Note.drawn(length) || ['whole', 0]
        holding = start.to_h.slice(:key, :meter, :tempo)
        plain = { tie: false, slur_start: false, slur_stop: false, marks: [].freeze, chord: false }
        rest = Score::Note.new(id: 'n0', pitch: nil, at: 0r, duration: length, type:, dots:, **plain)
        bar = Score::Bar.new(number: 1, notes: [rest].freeze, repeat_start: false, repeat_end: false, line: :single, signs: [].freeze, **holding)
        Score::Tune.new(title: '', composer: '', pickup: 0r, bars: [bar].freeze, notices: [].freeze, clef: start.clef, **holding)
      end

      # As the notes of the tune are numbered, whether there is a tune yet or rests alone.
      def sounds
        count = 0
        @sheet.bars.each_with_index.flat_map do |bar, index|
          bar.sounds.map do |sound|
            ids = Array.new([sound.pitches.size, 1].max) { "n#{count += 1}" }
            { ids:, bar: index }
          end
        end
      end

      def hand
        sound = @desk.sound or return
        bar, = @sheet.place(@desk.cursor)
        said = sound.directions.map { { kind: _1.kind.to_s, text: _1.text } }
        { bar: number(bar), words: words(sound), keys: sound.pitches.map { @desk.instrument.sounding(_1).midi }, said:, finger: sound.fingers.first,
          length: Score::Fraction.text(sound.written), marks: sound.marks.map(&:to_s), bow: sound.bow&.to_s }
      end

      # "D sharp, dotted quarter", as a person who does not see the staff would be told.
      def words(sound)
        type, dots = Score::Note.drawn(sound.written) || ['', 0]
        names = sound.rest? ? 'rest' : sound.pitches.map { "#{_1.spoken} #{_1.octave}" }.join(' with ')
        [names, ['', 'dotted ', 'double dotted '][dots] + type].join(', ')
      end

      # Of a bar by index, as it is printed.
      def number(bar) = @tune ? @tune.bars[bar].number : @sheet.number(bar)

      def odd
        Score::Sums.odd(@sheet.bars).map do |bar|
          number = number(bar)
          { bar:, number:, first: @sheet.first_of(bar), words: Score::Sums.sentence(@sheet.bars[bar], number) }
        end
      end
    end
  end
end
