# frozen_string_literal: true

module Fawnmoss
  module Notation
    # Makes bars of one line of Events: numbers them, places notes in the bar, writes lengths that no single sign has as tied signs, looks after
    # ties and slurs. A bar whose length does not fit its meter stands as it is and is named; short ones are right as a pick-up, at the end,
    # and beside repeat signs.
    class Assembler
      LIMIT = 10_000 # written notes in one tune
      CHORD = 12 # notes in one chord: more than two hands at a keyboard take
      SAID = 12 # directions at one note

      # A bar before it is built.
      Draft = Struct.new(:sounds, :key, :meter, :tempo, :clef, :repeat_start, :repeat_end, :ending, :line, :signs, :number) do
        def length = sounds.sum(0r, &:length)
        def free? = meter == :free
      end
      private_constant :Draft

      # events: list of Events; key: Theory::Key and meter: Theory::Meter, or :free, at the start; about: tempo and clef at the start where they are
      # known, the title and what else of Score::Tune no event says; notices: sentences about what is left out already. Returns Score::Tune, which
      # says besides what stands otherwise than written. Raises InvalidTune when there are no notes or too many.
      def self.tune(events, key:, meter:, notices: [], **about) = new(key, meter, about[:tempo], about[:clef]).tune(events, notices, about)

      def initialize(key, meter, tempo, clef)
        @key = key
        @meter = meter
        @tempo = tempo
        @clef = clef
        @early = [] # signs of navigation before the first note of a bar
        @waiting = [] # Score::Direction list that the next sound gets
        @drafts = []
        @notices = []
      end

      def tune(events, notices, about)
        collect(events)
        finish
        bars = closed(built).freeze
        first = { **bars.first.to_h.slice(:key, :meter, :tempo), clef: @drafts.first.clef, pickup: pickup? ? @drafts.first.length : 0r }
        Score::Tune.new(composer: '', **about, **first, bars:, notices: [*notices, *@notices, *Score::Sums.notices(@drafts)].uniq.freeze)
      end

      private

      def collect(events)
        open_bar
        events.each { take(_1) }
        close(Events::Line.new(line: :final, signs: [])) if @draft.sounds.any?
        settle_early
        leave_with(last_sounds, @waiting)
        refuse('there are no notes', 'Write at least one bar.') if @drafts.all? { |draft| draft.sounds.all?(&:rest?) }
      end

      def open_bar = @draft = Draft.new([], @key, @meter, @tempo, @clef, false, false, nil, :single, [])

      def take(event)
        case event
        when Events::Sound then sound(event)
        when Events::Line then close(event)
        when Events::Sign then sign(event.kind)
        when Events::Change then change(event)
        when Score::Direction then direction(event)
        end
      end

      def sound(event)
        refuse("a chord of more than #{CHORD} notes", 'Leave some of them out.') if event.pitches.size > CHORD
        @draft.sounds << event
        leave_with(@draft.sounds, @waiting) if @waiting.any?
        @waiting = []
      end

      # The end of a hairpin belongs to the sound before it, all others to the one after.
      def direction(found) = found.kind == :hairpin_end ? leave_with(last_sounds, [found]) : (@waiting << found if @waiting.size < SAID)

      # Sounds of the bar that was written in last.
      def last_sounds = @draft.sounds.any? ? @draft.sounds : @drafts.last&.sounds.to_a

      # Puts directions on the last of some sounds.
      def leave_with(sounds, directions)
        return if sounds.empty? || directions.empty?

        sounds[-1] = sounds.last.copy(directions: [*sounds.last.directions, *directions].first(SAID).freeze)
      end

      # A change inside a bar holds from the next one.
      def change(event)
        @key = event.key || @key
        @meter = event.meter || @meter
        @tempo = event.tempo || @tempo
        @clef = event.clef || @clef
        if @draft.sounds.empty?
          @draft.key = @key
          @draft.meter = @meter
          @draft.tempo = @tempo
          @draft.clef = @clef
        elsif event.meter && event.meter != @draft.meter
          @notices << 'A meter that changes inside a bar holds from the next one.'
        end
      end

      def sign(kind) = (@draft.sounds.empty? && Events::Sign::ENDS.include?(kind) ? @early : @draft.signs) << kind

      # Where a bar is only begun a jump or an end is that of the bar before, unless it holds one note alone: there is no other place then.
      def settle_early
        (@draft.sounds.size == 1 || @drafts.empty? ? @draft : @drafts.last).signs.concat(@early)
        @early = []
      end

      def close(line)
        if @draft.sounds.empty? then touch(line)
        else
          settle_early
          @draft.line = line.line || :single
          @draft.repeat_end = line.repeat_end || false
          @draft.signs.concat(line.signs || [])
          @drafts << @draft
          open_bar
        end
        @draft.repeat_start = true if line.repeat_start
        @draft.ending = line.ending if line.ending
      end

      # A second bar line at one place.
      def touch(line)
        last = @drafts.last or return
        last.line = line.line if line.line && line.line != :single
        last.repeat_end ||= line.repeat_end || false
      end

      def finish
        @drafts.last.line = :final
        @drafts.each { |draft| draft.meter = Theory::Meter.free(draft.length) if draft.free? }
        first = @drafts.filter_map(&:tempo).first # before a tempo is named the first one holds
        @drafts.each { _1.tempo ||= first }
        number
        spread_endings
        sounds, notices = Joins.new(@drafts.flat_map(&:sounds)).list
        @notices.concat(notices)
        @drafts.each { |draft| draft.sounds = sounds.shift(draft.sounds.size) }
      end

      # A short first bar, before another.
      def pickup? = @drafts.size > 1 && @drafts.first.length < @drafts.first.meter.bar_length

      # Bars are numbered as printed; the second half of a bar split by a repeat sign keeps the number of the first.
      def number
        count = pickup? ? -1 : 0
        @drafts.each_index do |index|
          count += 1 unless index.positive? && completes?(index)
          @drafts[index].number = count
        end
      end

      # True when this short bar is the other half of the short bar before it, split by a repeat sign.
      def completes?(index)
        before = @drafts[index - 1]
        draft = @drafts[index]
        (before.repeat_end || draft.repeat_start) && index > 1 && before.length + draft.length == draft.meter.bar_length && draft.length.positive?
      end

      # An ending goes on to the next bar line that is more than a plain one, or to the next ending; where there is none it is one bar long.
      def spread_endings
        starts = @drafts.each_index.select { @drafts[_1].ending }
        starts.each do |start|
          last = (start...@drafts.size).find { ends_here?(_1) } or next
          (start..last).each { @drafts[_1].ending ||= @drafts[start].ending }
        end
      end

      def ends_here?(index)
        after = @drafts[index + 1]
        @drafts[index].repeat_end || @drafts[index].line != :single || after&.repeat_start || after&.ending
      end

      def built
        @ids = 0
        @drafts.map.with_index do |draft, index|
          at = starts_late?(index) ? draft.meter.bar_length - draft.length : 0r
          notes = Signs.new(draft.sounds, at).notes { next_id }
          Score::Bar.new(number: draft.number, notes: notes.freeze, **draft.to_h.slice(:key, :meter, :tempo, :repeat_start, :repeat_end, :ending, :line),
                         clef: (draft.clef unless draft.clef == @drafts.first.clef), signs: draft.signs.uniq.freeze)
        end
      end

      def closed(bars)
        found, lost = Score::Hairpins.closed(bars)
        @notices << 'Left out: a hairpin without a beginning or an end.' if lost.positive?
        found
      end

      # The pick-up, and the second half of a bar that a repeat sign splits, end at the bar line.
      def starts_late?(index) = index.zero? ? pickup? : completes?(index)

      def next_id
        @ids += 1
        refuse("more than #{LIMIT} notes", 'Split the tune.') if @ids > LIMIT
        "n#{@ids}"
      end

      def refuse(message, remedy) = raise(InvalidTune.new(message, remedy:))
    end
  end
end
