# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Acts that change what is written: pitch, length, groups of three, taking away.
    class Shape < Act
      # up: how many steps of the staff, down when negative; a moved note is one of the key.
      def step(given)
        count = Integer(given['up'].to_s, exception: false).to_i.clamp(-28, 28)
        pitches { |pitch, bar| bar.key.at(pitch.step + count) }
      end

      # up: how many octaves.
      def octave(given)
        count = Integer(given['up'].to_s, exception: false).to_i.clamp(-3, 3)
        pitches { |pitch, _| pitch.copy(octave: pitch.octave + count) }
      end

      def sharp(_given = {}) = pitches { |pitch, _| pitch.copy(alter: [pitch.alter + 1, 2].min) }
      def flat(_given = {}) = pitches { |pitch, _| pitch.copy(alter: [pitch.alter - 1, -2].max) }
      def natural(_given = {}) = pitches { |pitch, _| pitch.copy(alter: 0) }

      def longer(_given = {}) = lengths { _1 * 2 }
      def shorter(_given = {}) = lengths { _1 / 2 }

      # length: quarters, as drawn. At the end it is that of the notes to come, otherwise of those in hand.
      def length(given)
        length = Pen.from_plain('length' => given['length']).length
        return @desk.copy(pen: pen.copy(length:, once: nil)) if @desk.writing?

        lengths { |_| length }
      end

      # A dot, or none where there is one. After a dotted note at the end that stops inside a beat, the next note is the short one that belongs to it.
      def dot(_given = {})
        return @desk if @desk.stretch.none?

        inside = @desk.writing? ? Sounds.joined(@desk.sounds.drop(chain)) : @desk.sounds[@desk.stretch]
        dotted = inside.all? { |sound| Score::Note.drawn(sound.written)&.last&.positive? }
        done = lengths { |written| dotted ? plain(written) : written * 3 / 2 }
        return done.copy(pen: pen.copy(once: nil)) if dotted || !@desk.writing?

        done.copy(pen: pen.copy(once: complement(done)))
      end

      # The next three notes in the time of two; pressed again: not so.
      def triplet(_given = {}) = @desk.copy(pen: pen.copy(group: pen.group.positive? ? 0 : 3))

      # Takes away what is in hand; at the end the last sound.
      def delete(_given = {})
        stretch = @desk.stretch
        return @desk if stretch.none?

        before = stretch.first - 1
        cursor = @desk.writing? || stretch.first >= @desk.sounds.size - stretch.size ? before : stretch.first
        each_in(before..stretch.last, cursor:, anchor: nil, pen: pen.copy(once: nil, ahead: {}.freeze)) do |sound, number|
          sound.copy(tied: [].freeze) if number == before # a tie to what is gone leads nowhere
        end
      end

      private

      # Every pitch in hand, in all signs of a note that is tied over a bar line; what the instrument could never reach stays as it is.
      def pitches
        return @desk unless @desk.cursor

        each_in(heads.first..@desk.stretch.last) do |sound, _, bar|
          moved = sound.pitches.to_h { |pitch| [pitch, yield(pitch, bar).then { _1.octave.between?(0, 8) ? _1 : pitch }] }
          sound.copy(pitches: moved.values.freeze, tied: sound.tied.map { moved.fetch(_1) }.freeze)
        end
      end

      # Every length in hand, as drawn; what would be beyond the signs stays. What does not fit at the end any more goes on in the next bar.
      def lengths(&)
        return last_length(&) if @desk.writing?

        refilled(each_in_hand { |sound| with_length(sound, &) })
      end

      def with_length(sound)
        written = yield(sound.written)
        written.between?(Sounds::SHORTEST, Sounds::LONGEST * 7 / 4) && Score::Note.drawn(written) ? sound.long(written) : sound
      end

      # The note that was written last, over a bar line or not, is set anew.
      def last_length(&)
        return @desk unless @desk.cursor

        first = chain
        sound = Sounds.joined(@desk.sounds.drop(first)).first
        bar, at = sheet.place(first)
        open = sheet.bars[bar].copy(sounds: sheet.bars[bar].sounds.first(at).freeze)
        bars = Filling.new(sheet.copy(bars: [*sheet.bars.first(bar), open].freeze)).put([with_length(sound, &)])
        @desk.bars(bars, cursor: bars.sum { _1.sounds.size } - 1)
      end

      # The last bar filled anew.
      def refilled(desk)
        last = desk.sheet.bars.last or return desk
        room = desk.sheet.room(desk.sheet.bars.size - 1)
        return desk if room.nil? || last.length <= room

        before = desk.sheet.copy(bars: [*desk.sheet.bars[0...-1], last.copy(sounds: [].freeze)].freeze)
        desk.bars(Filling.new(before).put(last.sounds))
      end

      def plain(written)
        type, = Score::Note.drawn(written)
        Score::Note::TYPES.key(type)
      end

      # Of a dotted note that stops inside a beat: what is left of the next beat; nil otherwise.
      def complement(desk)
        bar = desk.sheet.bars.last
        at = bar.length
        return if bar.meter.on_beat?(at + (desk.sheet.bars.size == 1 && sheet.pickup.positive? ? bar.meter.bar_length - sheet.pickup : 0))

        rest = (bar.meter.beat_length - (at % bar.meter.beat_length)) % bar.meter.beat_length
        rest if rest.positive? && Score::Note.drawn(rest)
      end
    end
  end
end
