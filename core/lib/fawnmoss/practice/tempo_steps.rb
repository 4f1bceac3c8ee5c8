# frozen_string_literal: true

module Fawnmoss
  module Practice
    # From a comfortable tempo to the goal (guide page on practice): up by 10 to 20 per cent a step, only after the row
    # succeeds; two failures in a row go back one.
    module TempoSteps
      # tempo: quarters a minute; seconds: of one run; runs: how many fit into the minutes.
      Step = Value.of(:tempo, :seconds, :runs)

      PERCENT = (10..20)

      # quarters: length of the tune as played; from, to: quarters a minute; percent: of a step; minutes: for the day; list:
      # tempi given by the teacher instead. Steps are even: the last is the goal. Raises InvalidInput.
      #   TempoSteps.for(quarters: 32, from: 40, to: 80, minutes: 5).map(&:tempo) # => [40, 46, 53, 61, 70, 80]
      def self.for(quarters:, to:, from: nil, percent: 15, minutes: 5, list: nil)
        tempi = list || tempi(from || [(to * 0.6).round, 20].max, to, percent)
        refuse('list', tempi.join(', ')) unless tempi.any? && tempi.all? { _1.is_a?(Integer) && Score::Tune::TEMPI.cover?(_1) }
        tempi.map do |tempo|
          seconds = (quarters * 60 / tempo).to_f
          Step.new(tempo:, seconds: seconds.round, runs: (minutes * 60 / seconds).floor)
        end
      end

      def self.tempi(from, to, percent)
        refuse('percent', percent) unless PERCENT.cover?(percent)
        refuse('from', from) unless from.between?(20, to)
        count = (Math.log(to.fdiv(from)) / Math.log(1 + (percent / 100.0))).ceil
        (0..count).map { |step| count.zero? ? to : (from * (to.fdiv(from)**step.fdiv(count))).round }
      end

      def self.refuse(field, value)
        raise InvalidInput.new("#{value} is not possible here", where: { field: },
                               remedy: 'Tempi run from 20 to 300, steps from 10 to 20 per cent, the start not over the goal.')
      end
      private_class_method :tempi, :refuse
    end
  end
end
