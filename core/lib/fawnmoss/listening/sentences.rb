# frozen_string_literal: true

module Fawnmoss
  module Listening
    # A take in words, for the pupil and the teacher alike: what went well first, then what was heard, then one thing to do next. Never a grade.
    class Sentences
      DRIFT = 6.0 # per cent of tempo that are worth a word
      OFTEN = 3 # notes of a finger that make a habit
      SLIDES = 3
      TWICE = 2
      WORDS = { 'grow' => ['grew', 'was to grow'], 'fade' => ['faded', 'was to fade'], 'louder' => ['was louder', 'was to be louder'],
                'softer' => ['was softer', 'was to be softer'] }.freeze # of a shape: as it was, and as it was to be

      def self.of(heard) = new(heard).list

      def initialize(heard)
        @heard = heard
        @advice = Advice.new(heard)
        @judged = heard.notes.select(&:judged?)
      end

      def list = [*@advice.well, *told, *next_thing]

      private

      def told
        [octave, tuning, *strings, tempo, *uneven, *stops, *repeated, *habits, *rings, slides, *shape].compact
      end

      def octave
        return if @heard.octave.zero?

        "It sounded an octave #{@heard.octave.negative? ? 'lower' : 'higher'} than the chart has it."
      end

      def tuning
        cents = @heard.tuning.round
        "The instrument is tuned #{cents.abs} cents #{way(cents)}; that is taken out below." if cents.abs >= Heard::TUNED
      end

      def way(cents) = cents.negative? ? 'low' : 'high'
      def strings = @heard.strings.map { "The #{_1[:string]} string is #{_1[:cents].abs.round} cents #{way(_1[:cents])}: tune it." }

      def tempo
        drift = @heard.tempo.drift
        return if drift.nil? || drift.abs < DRIFT

        drift.positive? ? "It became #{drift.round} per cent quicker towards the end." : "It became #{drift.abs.round} per cent slower towards the end."
      end

      def uneven
        @heard.tempo.uneven.first(TWICE).map do |one|
          "#{bars(one)} #{one[:percent].positive? ? 'rushed' : 'dragged'}, by #{one[:percent].abs.round} per cent."
        end
      end

      # Fingers that would set a string ringing, and mostly did not.
      def rings
        would = @judged.reject { _1.rings.nil? || _1.wrong? }.group_by { |note| note.entry.place.then { [_1.string, _1.finger] } }
        poor = would.select { |_, notes| notes.size >= OFTEN && notes.count(&:rings) * TWICE < notes.size }
        poor.first(TWICE).map do |(string, finger), notes|
          name = @heard.chart.request.instrument.string_names[string]
          "Finger #{finger} on the #{name} string rings when it is right: #{notes.count(&:rings)} of #{notes.size} did."
        end
      end

      def shape
        @heard.shape.map do |one|
          done, asked = WORDS.fetch(one[:asked]).map { one[:bars].uniq.size > 1 ? _1.sub('was', 'were') : _1 }
          one[:done] ? "#{bars(one)} #{done}, as written." : "#{bars(one)} #{asked}: hardly heard."
        end
      end

      # one: { bars: [first, last] }.
      def bars(one) = Advice.bars(Range.new(*one[:bars]).to_a)

      def stops = @heard.stops.map { "A stop of #{_1[:seconds].round(1)} seconds in bar #{_1[:bar]}." }

      def repeated
        @heard.repeated.map do |again|
          from, to = again.values_at(:from, :to).map { @heard.chart.entries[_1].note.bar }
          from == to ? "A part of bar #{from} was played again." : "Bars #{from} to #{to} were played again."
        end
      end

      def habits
        @heard.fingers.select { _1[:notes] >= OFTEN && _1[:cents].abs >= @heard.asked.limit }.first(TWICE).map do |finger|
          off = "#{finger[:cents].abs.round} cents #{finger[:cents].negative? ? 'flat' : 'sharp'}"
          "Finger #{finger[:finger]} (#{finger[:placement]}) on the #{finger[:string]} string: #{off}, #{finger[:notes]} notes."
        end
      end

      def slides
        count = @judged.count { _1.start == 'slid' }
        "#{count} notes were slid into place: lift the finger and place it again from above." if count >= SLIDES
      end

      def next_thing = @advice.next_thing&.then { ["Next: #{_1[:words].sub(/\A./, &:downcase)}"] }
    end
  end
end
