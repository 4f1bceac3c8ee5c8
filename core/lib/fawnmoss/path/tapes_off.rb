# frozen_string_literal: true

module Fawnmoss
  module Path
    # Which finger tapes could come off: those whose finger finds its place by itself. A tape fixes the eye; it helps for months, not
    # for ever (guide page on instruments).
    module TapesOff
      # semitones: of the tape above the open string; words: why it could go.
      Proposal = Value.of(:semitones, :words)

      # tapes: [{ 'semitones', 'skill' }] as in core/data/instruments.yml; on: semitones of the tapes the pupil has, with the Date each
      # was put on: { 2 => date }; states: States; map: SkillMap.
      def self.list(tapes, on, states:, map:)
        tapes.select { on.key?(_1['semitones']) && map.include?(_1['skill']) && states.name(_1['skill']) == :secure }.map do |tape|
          skill = map[tape['skill']]
          since = on[tape['semitones']].strftime('%-d %B %Y')
          Proposal.new(semitones: tape['semitones'],
                       words: "#{skill.name} is #{states.of(skill.id).why}. On since #{since}: try a week without this tape, checking against open strings.")
        end
      end
    end
  end
end
