# frozen_string_literal: true

module Fawnmoss
  module Path
    # What a pupil can do, as charts are asked for it.
    class Ability
      # states: States; map: SkillMap of the pupil; instrument: Instrument::Instrument; fourth: the pupil's school for fourth finger or open
      # string, nil to go by the path; untaught: ids of skills that the studio does not teach singly: what asks for them only is less trouble.
      def initialize(states, map, instrument, fourth: nil, untaught: [])
        @states = states
        @map = map
        @instrument = instrument
        @school = fourth
        @untaught = untaught
      end

      # Ids of the skills the pupil has, and of those not taught singly.
      def had = @had ||= @map.ids.select { @states.had?(_1) } + @untaught

      # What a chart is asked for where the teacher chose nothing: a hash for Chart::Choices#request. nil in it leaves a thing to the version:
      # the full one may use everything a hand of the kind can do.
      #   Ability.new(States.new([], today:), map, violin).usual('simple')[:positions] # => ["1"]
      def usual(version)
        { had:, fourth:, positions: }.merge(version == 'full' ? {} : { learnt:, joins:, slurs: @states.had?('bow.slur') })
      end

      private

      def fourth = @school || (@states.had?('left.fourth') ? 'either' : nil)

      # First position (basses also half) until another is learnt.
      def positions = @states.had?('position.next') ? nil : @instrument.positions.fetch('simple')

      # A pupil whose school is the fourth finger has it.
      def learnt
        { fourth: 'left.fourth', stretch: 'left.stretch' }.select { |_, skill| @states.had?(skill) }.keys | (fourth && fourth != 'open' ? [:fourth] : [])
      end

      def joins = Analysis::Demands::JOINS.select { |_, skill| @states.had?(skill) }.keys
    end
  end
end
