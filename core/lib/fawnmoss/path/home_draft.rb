# frozen_string_literal: true

module Fawnmoss
  module Path
    # The work for home after a lesson, from what happened in it: what was new or wobbled comes every day, what went well is kept
    # warm, the tune in work is there whether the lesson reached it or not, and the minutes add up to the pupil's day.
    class HomeDraft
      # What happened with one item of the plan. item: Plan::Item; value: last mark or nil; reached: false when there was no time.
      Outcome = Value.of(:item, :value, :reached)

      WEIGHTS = { 'warm-up' => 2, 'skill' => 3, 'tune' => 4 }.freeze
      MOST = 6 # items; more is not done at home
      HOME = %w[first sound scale review new spots tune].freeze
      WARM = 3 # minutes at most for the warm-up

      # outcomes: Outcome list in lesson order; minutes: a day, 3 to 240; warm_up: Practice::Routine::Step list; tempo: { skill id =>
      # quarters a minute reached }; fingers: { skill id => sentences on the scales it is about }; child: true for words
      # to a child before those for who helps. Returns Practice::HomeWork::Plan.
      def self.plan(outcomes, map:, minutes:, warm_up: [], tempo: {}, fingers: {}, child: false)
        new(outcomes, map, minutes, { warm_up:, tempo:, fingers:, child: }).plan
      end

      def initialize(outcomes, map, minutes, about)
        unless Practice::HomeWork::MINUTES.cover?(minutes)
          raise InvalidInput.new("#{minutes} is out of range", where: { field: 'minutes' }, remedy: 'From 3 to 240 a day.')
        end

        @outcomes = outcomes.select { HOME.include?(_1.item.kind) && (_1.reached || _1.item.tune) }
        @map = map
        @minutes = minutes
        @warm_up, @tempo, @fingers, @child = about.values_at(:warm_up, :tempo, :fingers, :child)
      end

      def plan
        wanted = [*warm_up, *skills, *tunes]
        kept = wanted.sort_by { |entry| [-entry[:weight], entry[:at]] }.first([@minutes, MOST].min).sort_by { _1[:at] }
        times = times(kept)
        Practice::HomeWork::Plan.new(items: kept.zip(times).map { |entry, own| item(entry, own) }.freeze, left_out: (wanted - kept).map { _1[:title] }.freeze)
      end

      private

      # In the proportion of the weights, the warm-up no longer than it need be.
      def times(kept)
        times = Practice::Minutes.share(@minutes, kept.map { _1[:weight] })
        return times unless kept.size > 1 && kept.first[:kind] == 'warm-up' && times.first > WARM

        [WARM, *Practice::Minutes.share(@minutes - WARM, kept.drop(1).map { _1[:weight] })]
      end

      def item(entry, minutes)
        Practice::HomeWork::Item.new(**entry.slice(:kind, :title, :skill), steps: entry[:steps].compact.freeze, minutes:, bars: [].freeze, tempi: [].freeze)
      end

      def entry(kind, title, steps, weight, at, skill: nil) = { kind:, title:, steps:, weight:, at:, skill: }

      def warm_up
        return [] if @warm_up.empty?

        [entry('warm-up', 'Warm up', @warm_up.map { "#{_1.name}, #{_1.times} times: #{_1.words}" }, WEIGHTS['warm-up'], 0)]
      end

      # A weight more for what is new or wobbled.
      def skills
        @outcomes.select { _1.item.skill && @map.include?(_1.item.skill) }.each_with_index.map do |outcome, at|
          skill = @map[outcome.item.skill]
          entry('skill', skill.name, steps(skill, outcome), WEIGHTS['skill'] + (weak?(outcome) ? 2 : 0), at + 1, skill: skill.id)
        end
      end

      def weak?(outcome) = outcome.item.kind == 'new' || (outcome.value && outcome.value < 2)

      def steps(skill, outcome)
        said = @child ? skill.say : nil
        look = said ? nil : "Listen and look for: #{skill.checks.join('; ')}."
        [said, skill.task, *@fingers.fetch(skill.id, []), look, goal(skill),
         (skill.faults.first.then { "#{_1[:fault]}? #{_1[:remedy]}" } if weak?(outcome)), skill.caution]
      end

      def goal(skill)
        return unless skill.tempo

        from = @tempo[skill.id] or return "Slowly at first, later at #{skill.tempo}."
        from < skill.tempo ? "From #{from} toward #{skill.tempo}: up a step only after three good ones in a row." : "At #{from}."
      end

      def tunes
        by_tune = @outcomes.select { _1.item.tune }.group_by { _1.item.tune }
        by_tune.values.each_with_index.map do |list, at|
          spots = list.find { _1.item.kind == 'spots' }
          lines = [spots && "First the spots: #{spots.item.words}.", "#{spots ? 'Then once' : 'Once'} through as music, without stopping."]
          entry('run', list.last.item.tune_title, lines, WEIGHTS['tune'], 100 + at)
        end
      end
    end
  end
end
