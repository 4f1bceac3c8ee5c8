# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What a pupil is told in one screen: what went well, and one thing to do next. Never a grade.
    class Advice
      STEADY = 4.0 # per cent off the own pulse that are steady
      TWICE = 2
      FEW = 2 # bars to begin with, of a finger that lies off all through
      RUN = 2 # bars in a row that went as written are worth a word
      KEPT = 0.97 # of the tempo asked for: it was kept

      # heard: Heard.
      def initialize(heard)
        @heard = heard
        @judged = heard.notes.select(&:judged?)
      end

      # Sentences, the weightiest first; two as a rule.
      def well = [clean, to_the_end, steady, tuned, rings, stretch, placed, right].compact.first(TWICE)

      # { bars:, causes:, drill:, words: } of what is worth most: a finger that lies off all through, where that has more notes than the worst spot has
      # weight, else that spot; nil where nothing went wrong.
      def next_thing
        spots = HeardSpots.new(@heard)
        spot = habit && habit[:notes] > spots.heaviest_weight ? of_habit : spots.list.first
        spot && { **spot, words: "#{self.class.bars(spot[:bars])} (#{spot[:causes].join(', ')}). #{spot[:drill]}" }
      end

      # Up by one step, or stay: { go: 'up' or 'stay', tempo:, words: }; nil where there is no tempo to speak of. Up only after a clean and steady take at
      # the tempo asked for (guide page on practice: only after the row succeeds).
      def tempo
        played = @heard.tempo.played or return
        return stay(played) unless @heard.clean? && steady && played >= KEPT * @heard.chart.tempo

        up = (@heard.chart.tempo * (1 + (Practice::TempoSteps::PERCENT.begin / 100.0))).round.clamp(Score::Tune::TEMPI)
        { go: 'up', tempo: up, words: "Clean and steady at #{played.round}: try #{up}." }
      end

      # [1, 2] -> "Bars 1 and 2", for people; a bar before the first is the pick-up.
      def self.bars(numbers)
        return numbers == [0] ? 'The pick-up' : "Bar #{numbers.first}" if numbers.size == 1

        "Bars #{numbers.first} #{numbers.size == TWICE ? 'and' : 'to'} #{numbers.last}"
      end

      private

      def stay(played)
        at = [played, @heard.chart.tempo].min.round
        { go: 'stay', tempo: at, words: "Stay at #{at}: once more, #{wanted}." }
      end

      # What is missing for the next tempo.
      def wanted
        if @heard.stops.any? || @heard.repeated.any? then 'without a stop'
        elsif @heard.added.any? || @heard.notes.any? { _1.wrong? || _1.missing? } then 'with every note right'
        elsif !@heard.whole? then 'from beginning to end'
        else steady ? 'at the tempo asked for' : 'evenly'
        end
      end

      # The finger that lies off all through with the most notes: as of Heard#fingers, nil without one.
      def habit = @habit ||= @heard.fingers.select { _1[:notes] >= Sentences::OFTEN && _1[:cents].abs >= @heard.asked.limit }.max_by { _1[:notes] }

      def of_habit
        way = habit[:cents].negative? ? 'flat' : 'sharp'
        finger = [habit[:finger], (habit[:placement] unless habit[:placement] == 'natural')].compact.join(' ')
        { bars: bars_of(*habit.values_at(:string, :finger, :placement)), drill: @heard.drills.fetch(way).text,
          causes: ["#{habit[:string]} string, finger #{finger}: #{way} all through"] }
      end

      # The first bars in which a finger is asked for.
      def bars_of(string, finger, placement)
        number = @heard.chart.request.instrument.string_names.index(string)
        own = @judged.map(&:entry).select { |entry| entry.place.then { _1.string == number && _1.finger == finger && _1.placement.to_s == placement } }
        own.map { _1.note.bar }.uniq.first(FEW)
      end

      def clean = @heard.clean? ? 'Clean from beginning to end.' : nil
      def to_the_end = !@heard.clean? && @heard.whole? && @heard.stops.empty? ? 'Played to the end without a stop.' : nil
      def steady = @heard.tempo.steadiness && @heard.tempo.steadiness <= STEADY ? 'The pulse was steady.' : nil

      def tuned
        count = @judged.count { _1.verdict == 'in tune' }
        count * TWICE > @judged.size ? "#{count} of #{@judged.size} notes were in tune." : nil
      end

      def rings
        count = @judged.count(&:rings)
        count > TWICE ? "#{count} notes set an open string ringing." : nil
      end

      # The longest run of bars in which nothing went wrong.
      def stretch
        wrong = HeardSpots.causes(@heard)
        fine = @heard.notes.map { _1.entry.note.bar }.uniq.slice_when { |one, other| other != one + 1 || wrong.key?(other) != wrong.key?(one) }
        longest = fine.reject { wrong.key?(_1.first) }.max_by(&:size)
        longest && longest.size >= RUN && !@heard.clean? ? "#{self.class.bars(longest)} went as written." : nil
      end

      def placed = @judged.count > TWICE && @judged.none? { _1.start == 'slid' } ? 'Every finger was placed, none slid.' : nil

      def right
        count = @judged.count { !_1.wrong? }
        count.positive? ? "#{count} notes were the ones on the page." : nil
      end
    end
  end
end
