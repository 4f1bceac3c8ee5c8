# frozen_string_literal: true

module Fawnmoss
  module Writing
    # A tune on the writing desk: bars of sounds as they are written, perhaps none yet.
    # start: Bar that says what holds at the beginning; pickup: quarters that the first bar is to have, 0 for a full one.
    Sheet = Value.of(:title, :composer, :pickup, :start, :bars) do
      # Score::Tune -> Sheet; a chord of the tune is one sound. pickup: when it is known to be other than the tune shows.
      def self.of(tune, pickup: nil)
        bars = tune.bars.map { Bar.of(_1, tune) }
        bars[-1] = bars.last.copy(line: :single) if bars.last.line == :final # which the page sets by itself
        new(title: tune.title, composer: tune.composer, pickup: tune.pickup.positive? ? tune.pickup : pickup || 0r, bars: bars.freeze,
            start: Bar.blank(**bars.first.to_h.slice(:key, :meter, :tempo, :clef)))
      end

      # One without a note. key: Theory::Key; meter: Theory::Meter; pickup: quarters.
      def self.blank(title: '', pickup: 0r, **holding) = new(title:, composer: '', pickup:, start: Bar.blank(**holding), bars: [].freeze)

      def sounds = bars.flat_map(&:sounds)
      def empty? = bars.empty?

      # Score::Tune, or nil while there is no note. Its notices are those of the Assembler.
      def tune
        return if sounds.all?(&:rest?)

        Notation::Assembler.tune(events, title:, composer:, **bars.first.to_h.slice(:key, :meter, :tempo, :clef))
      end

      # [index of the bar, place among its sounds] of a sound by its number in the tune.
      def place(index)
        bars.each_with_index do |bar, at|
          return [at, index] if index < bar.sounds.size

          index -= bar.sounds.size
        end
        nil
      end

      # Number in the tune of a bar's first sound.
      def first_of(bar) = bars.first(bar).sum { _1.sounds.size }

      # Quarters that a bar is to hold: a pick-up, and what a bar that a repeat sign splits has left, are shorter; nil for as many as it gets.
      def room(bar)
        meter = (bars[bar] || bars.last || start).meter
        before = bar.positive? ? bars[bar - 1] : nil
        return if meter.free?
        return pickup if before.nil? && pickup.positive?

        full = meter.bar_length
        before&.repeat_end && before.length < full && bar > 1 ? full - before.length : full
      end

      # True where nothing more goes into a bar.
      def full?(bar)
        holds = room(bar)
        bars[bar].closed? || (!holds.nil? && bars[bar].length >= holds)
      end

      # Number of a bar while nothing is printed yet.
      def number(bar) = bar + (pickup.positive? ? 0 : 1)

      private

      def events = bars.each_with_index.flat_map { |bar, index| [*opening(bar, index), *bar.sounds, *closing(bar)] }

      def opening(bar, index)
        before = index.zero? ? nil : bars[index - 1]
        changes = before ? %i[key meter tempo clef].reject { bar[_1] == before[_1] }.to_h { [_1, bar[_1]] } : {}
        ending = bar.ending unless before && before.ending == bar.ending && !before.repeat_end
        [(Notation::Events::Change.new(**changes) if changes.any?),
         (Notation::Events::Line.new(line: :single, repeat_start: bar.repeat_start, ending:, signs: []) if bar.repeat_start || ending),
         *(bar.signs - Notation::Events::Sign::ENDS).map { Notation::Events::Sign.new(kind: _1) }].compact
      end

      def closing(bar) = [Notation::Events::Line.new(line: bar.line, repeat_end: bar.repeat_end, signs: bar.signs & Notation::Events::Sign::ENDS)]
    end
  end
end
