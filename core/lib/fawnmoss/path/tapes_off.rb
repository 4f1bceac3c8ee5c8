# frozen_string_literal: true

module Fawnmoss
  module Path
    # Which finger tapes could come off: those whose finger finds its place by itself, as marks say or as takes were heard. A tape fixes the eye; it helps for
    # months, not for ever (guide page on instruments).
    module TapesOff
      # semitones: of the tape above the open string; words: why it could go.
      Proposal = Value.of(:semitones, :words)

      # tapes: [{ 'semitones', 'skill' }] as in core/data/instruments.yml; on: semitones of the tapes the pupil has, with the Date each
      # was put on: { 2 => date }; states: States; map: SkillMap; heard: { skill id => cents } as of Listening::OverWeeks.steady.
      def self.list(tapes, on, states:, map:, heard: {})
        tapes.select { on.key?(_1['semitones']) && map.include?(_1['skill']) }.filter_map do |tape|
          skill = map[tape['skill']]
          why = why(skill, states, heard) or next
          since = on[tape['semitones']].strftime('%-d %B %Y')
          Proposal.new(semitones: tape['semitones'], words: "#{why}. On since #{since}: try a week without this tape, checking against open strings.")
        end
      end

      def self.why(skill, states, heard)
        return "#{skill.name} is #{states.of(skill.id).why}" if states.name(skill.id) == :secure

        "#{skill.name} was within #{heard[skill.id].max.ceil} cents in the last #{heard[skill.id].size} recordings" if heard.key?(skill.id)
      end
      private_class_method :why
    end
  end
end
