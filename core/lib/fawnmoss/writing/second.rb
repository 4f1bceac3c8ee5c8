# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Fits a second part to a melody: bars of the same number are played together, each as long as the melody's, so that repeats, endings and
    # jumps of the melody lead through both. What the second part lacks is rests, what it has too much is left out, and both are said.
    class Second
      NAME = 'Second part' # where it has none of its own

      # melody, other: Score::Tune. Returns [Score::Tune with the melody's bars and the other's notes, sentences]. Raises InvalidTune where
      # no note is left.
      def self.fit(melody, other) = new(melody, other).fitted

      # A second part after its melody was changed: where bars were put into the melody it rests, and what was played to bars that are gone goes
      # with them. Returns [Score::Tune, sentences about it].
      #   Second.carried(second, melody, melody_with_a_bar_more).last # => ["The second part rests in bar 3, which is new."]
      def self.carried(other, before, now)
        order = Score::Carry.order(before, now)
        gone = before.bars.map(&:number).uniq - order.values
        fresh = order.filter_map { |number, old| number unless old }
        return [other, []] if gone.empty? && fresh.empty?

        moved = moved(other, order, now, beyond: before.bars.last.number)
        moved ? [moved, told(fresh, gone)] : [other, []]
      end

      # order: as of Score::Carry; beyond: number of the last bar that could be played before; what comes after it stays.
      def self.moved(other, order, now, beyond:)
        bars = Sheet.of(other).bars.zip(other.bars).group_by { |_, bar| bar.number }.transform_values { |pairs| pairs.map(&:first) }
        melody = now.bars.group_by(&:number)
        rest = ->(number) { melody.fetch(number).map { |bar| Bar.of(bar, other).copy(sounds: [Notation::Events.rest(bar.length)].freeze) } }
        here = order.flat_map { |number, old| old ? bars.fetch(old, []) : rest.call(number) }
        Sheet.of(other).copy(bars: [*here, *bars.select { |number, _| number > beyond }.values.flatten].freeze).tune
      end

      def self.told(fresh, gone)
        [("The second part rests in #{in_bars(fresh)}, which #{fresh.size == 1 ? 'is' : 'are'} new." if fresh.any?),
         ("What the second part had in #{in_bars(gone)} went with the melody’s." if gone.any?)].compact
      end

      def self.in_bars(numbers) = words(numbers).sub('B', 'b')

      # "Bar 5", "Bars 5, 6".
      def self.words(numbers)
        shown = numbers.first(8).join(', ')
        "#{numbers.size == 1 ? 'Bar' : 'Bars'} #{shown}#{" and #{numbers.size - 8} more" if numbers.size > 8}"
      end
      private_class_method :moved, :told, :in_bars

      # The melody with the other beside it. name: of the second part, such as "Violin II".
      def self.beside(melody, other, name: other.title)
        second, said = fit(melody, other.copy(title: name.empty? ? NAME : name))
        melody.copy(second:, notices: [*melody.notices, *said].freeze)
      end

      def initialize(melody, other)
        @melody = melody
        @other = other
        @short = []
        @long = []
      end

      def fitted
        sheet = Sheet.of(@melody).copy(title: @other.title, composer: @other.composer)
        bars = clefs(sheet.bars.zip(sounds)).freeze
        tune = sheet.copy(bars:).tune or refuse
        [tune.copy(notices: [].freeze, clef: @other.clef), notices.freeze]
      end

      private

      # By bar of the melody what the other part plays in it.
      def sounds
        theirs = Sheet.of(@other).bars.zip(@other.bars).group_by { |_, bar| bar.number }
        runs = @melody.bars.slice_when { |before, bar| before.number != bar.number }.to_a
        @beyond = theirs.keys - runs.map { _1.first.number }
        runs.flat_map { |run| spread(run, theirs.fetch(run.first.number, []).flat_map { |bar, _| bar.sounds }) }
      end

      # run: bars of one number; sounds: what there is for them.
      def spread(run, sounds)
        left = sounds
        run.map { |bar| take(left, bar.length).then { |here, rest| (left = rest) && full(here, bar) } }.tap { @long << run.first.number if left.any? }
      end

      # [what of the sounds goes into so many quarters, what is left]. A group that does not go in is left out whole.
      def take(sounds, room)
        here = []
        sounds.each_with_index do |sound, index|
          if sound.length > room
            first, rest = parted(here, sound, room)
            return [here + first, rest + sounds.drop(index + 1)]
          end
          room -= sound.length
          here << sound
        end
        [here, []]
      end

      # A sound over the end of a bar: [list of what goes in, list of the rest].
      def parted(here, sound, room)
        return [[], [sound]] if room.zero?
        return sound.cut([room, sound.length - room]).map { [_1] } unless sound.ratio

        here.pop while here.last&.ratio
        [[], []]
      end

      def full(sounds, bar)
        missing = bar.length - sounds.sum(0r, &:length)
        return sounds.freeze if missing.zero?

        @short << bar.number
        [*sounds, Notation::Events.rest(missing)].freeze
      end

      # With the notes and clefs of the other part in the melody's bars.
      def clefs(pairs)
        known = @other.bars.to_h { [_1.number, _1.clef || @other.clef] }
        clef = @other.clef
        pairs.zip(@melody.bars).map { |(bar, sounds), written| bar.copy(sounds:, clef: clef = known.fetch(written.number, clef)) }
      end

      def notices
        [sentence(@short, 'is shorter than the melody', 'are shorter than the melody', 'rests fill it up'),
         sentence(@long, 'is longer than the melody', 'are longer than the melody', 'the end is left out'),
         ("#{words(@beyond)} of the second part #{@beyond.size == 1 ? 'is' : 'are'} left out: the melody has none such." if @beyond.any?)].compact
      end

      def sentence(numbers, one, many, what)
        found = numbers.uniq
        "#{words(found)} of the second part #{found.size == 1 ? one : many}; #{what}." if found.any?
      end

      def words(numbers) = Second.words(numbers)

      def refuse = raise(InvalidTune.new('the second part has no note where the melody has bars', remedy: 'Choose another line.'))
    end
  end
end
