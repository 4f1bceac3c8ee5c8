# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Acts on bars: repeats, endings, where to go on, key, meter and tempo from a bar on, bar lines. At the end of a full bar they are those of the
    # next one.
    class Frame < Act
      SIGNS = %i[segno coda to_coda fine da_capo dal_segno].freeze

      # "3/4", "C" or "none" -> Theory::Meter.
      def self.meter(text) = text == 'none' ? Theory::Meter.free(4r) : Theory::Meter.parse(text)

      # Quarters of a pick-up, "1/2" -> 1/2r. Raises InvalidInput.
      def self.quarters(text)
        length = Rational(text) if text.match?(%r{\A\d{1,2}(/[1248])?\z})
        return length if length&.between?(0, 8)

        raise InvalidInput.new("#{text} is no length of a pick-up", where: { field: 'pickup' }, remedy: 'Write it in quarters, such as 1 or 1/2.')
      end

      # A forward repeat sign at the bar in hand, or none any more.
      def repeat(_given = {})
        return ahead('repeat', !pen.ahead['repeat']) if next_bar?

        one(bar_in_hand) { _1.copy(repeat_start: !_1.repeat_start) }
      end

      # A backward one at its end.
      def repeat_end(_given = {}) = one(bar_in_hand) { _1.copy(repeat_end: !_1.repeat_end, line: :single) }

      def double(_given = {}) = one(bar_in_hand) { _1.copy(line: _1.line == :single ? :double : :single) }

      # number: "1", "2" or "1, 2"; nothing takes it away.
      def ending(given)
        number = given['number'].to_s[/\A[1-9](, ?[1-9])*\z/]
        one(bar_in_hand) { _1.copy(ending: number) }
      end

      # sign: of SIGNS, by name.
      def sign(given)
        sign = SIGNS.find { _1.to_s == given['sign'] } or refuse("#{given['sign'].inspect} is no such sign", "Choose #{SIGNS.join(', ')}.", field: 'sign')
        one(bar_in_hand) { _1.copy(signs: (_1.signs.include?(sign) ? _1.signs - [sign] : [*_1.signs, sign]).freeze) }
      end

      # key: "D major"; the notes stay as they sound.
      def key(given)
        key = Theory::Key.parse(given['key'])
        hold(:key, key, given['key'])
      end

      # meter: "3/4", "C", "none".
      def meter(given) = hold(:meter, self.class.meter(given['meter'].to_s), given['meter'])

      # tempo: quarters a minute.
      def tempo(given)
        tempo = Integer(given['tempo'].to_s, exception: false)
        allowed = Score::Tune::TEMPI
        refuse("a tempo is a whole number from #{allowed.min} to #{allowed.max}", nil, field: 'tempo') unless tempo && allowed.cover?(tempo)
        hold(:tempo, tempo, tempo)
      end

      # pickup: quarters of a short first bar, "1/2"; "0" for a full one. The bars are filled anew from the start.
      def pickup(given)
        length = self.class.quarters(given['pickup'].to_s)
        full = (sheet.bars.first || sheet.start).meter.bar_length
        refuse('a pick-up is shorter than a bar', "Take less than #{Score::Fraction.text(full)} quarters.", field: 'pickup') unless length < full
        changed = @desk.copy(sheet: sheet.copy(pickup: length))
        return changed if sheet.empty?

        filled = Frame.new(changed.copy(cursor: 0, anchor: nil)).flow
        filled.copy(cursor: @desk.writing? ? filled.sounds.size - 1 : 0)
      end

      # A bar line behind the sound in hand, or none any more where there is one.
      def bar(_given = {})
        return @desk unless @desk.cursor
        return ahead('bar', !pen.ahead['bar']) if @desk.writing?

        index, at = sheet.place(@desk.cursor)
        bar = sheet.bars[index]
        return replaced(index, 2, [joined(bar, sheet.bars[index + 1])]) if at == bar.sounds.size - 1

        replaced(index, 1, parts(bar, at))
      end

      # From the bar in hand on, up to a repeat sign, a double line or another meter: bars filled one after the other.
      def flow(_given = {})
        return @desk unless @desk.cursor

        from = bar_in_hand
        to = (from...sheet.bars.size).find { |index| stops?(index) } || (sheet.bars.size - 1)
        @desk.bars([*flowed(from, sheet.bars[from..to]), *sheet.bars.drop(to + 1)])
      end

      private

      # So many bars from one on replaced by others.
      def replaced(index, count, bars) = @desk.bars([*sheet.bars.first(index), *bars, *sheet.bars.drop(index + count)])

      # The bars up to a run and the run filled anew; what the run ends with stays at its end.
      def flowed(from, run)
        open = run.first.copy(sounds: [].freeze, repeat_end: false, line: :single)
        bars = Filling.new(sheet.copy(bars: [*sheet.bars.first(from), open].freeze)).put(Sounds.joined(run.flat_map(&:sounds)))
        [*bars[0...-1], bars.last.copy(**run.last.to_h.slice(:repeat_end, :line, :signs))]
      end

      def one(index) = @desk.bars(sheet.bars.each_with_index.map { |bar, at| at == index ? yield(bar) : bar })

      def hold(field, value, plain)
        return @desk.copy(sheet: sheet.copy(start: sheet.start.copy(field => value))) if sheet.empty?
        return ahead(field.to_s, plain) if next_bar?

        @desk.bars(held(bar_in_hand, field, value))
      end

      def ahead(name, value) = @desk.copy(pen: pen.copy(ahead: { **pen.ahead, name => value }.freeze))

      def parts(bar, at)
        [bar.copy(sounds: bar.sounds.first(at + 1).freeze, repeat_end: false, line: :single, signs: [].freeze),
         bar.copy(sounds: bar.sounds.drop(at + 1).freeze, repeat_start: false)]
      end

      def joined(bar, after) = after.copy(sounds: [*bar.sounds, *after.sounds].freeze, **bar.to_h.slice(:key, :meter, :tempo, :clef, :repeat_start))

      def stops?(index)
        bar = sheet.bars[index]
        after = sheet.bars[index + 1]
        bar.closed? || (after && (after.repeat_start || after.ending != bar.ending || after.meter != bar.meter || after.key != bar.key))
      end
    end
  end
end
