# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What a pupil is told in one screen: what went well, and one thing to do next. Never a grade.
    class Advice
      STEADY = 4.0 # per cent off the own pulse that are steady
      TWICE = 2
      RUN = 2 # bars in a row that went as written are worth a word
      KEPT = 0.97 # of the tempo asked for: it was kept

      # heard: Heard.
      def initialize(heard)
        @heard = heard
        @judged = heard.notes.select(&:judged?)
      end

      # Sentences, the weightiest first; two as a rule.
      def well = [clean, to_the_end, steady, tuned, rings, stretch, placed, right].compact.first(TWICE)

      # { bars:, causes:, drill:, words: } of the spot that is worth most, nil where nothing went wrong.
      def next_thing
        spot = @heard.spots.first or return
        { **spot, words: "#{self.class.bars(spot[:bars])} (#{spot[:causes].join(', ')}). #{spot[:drill]}" }
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
        calm = @heard.clean? ? 'once more, evenly' : 'once more, without a stop'
        at = [played, @heard.chart.tempo].min.round
        { go: 'stay', tempo: at, words: "Stay at #{at}: #{calm}." }
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
