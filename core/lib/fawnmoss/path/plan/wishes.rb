# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # What the teacher changed about a plan; the rest refits. dropped: item ids, a skill dropped under one heading being out under
      # all; minutes: { id => minutes } fixed; order: ids in the order wanted, those not named keep their place by kind; added: skill
      # ids wanted in any case; own: [{ id:, title:, words: }].
      Wishes = Value.of(:dropped, :minutes, :order, :added, :own) do
        def self.build(dropped: [], minutes: {}, order: [], added: [], own: [])
          new(dropped:, minutes:, order:, added:, own:)
        end

        # The id under which a Candidate was dropped, or nil.
        def dropped_as(candidate) = dropped.find { _1 == candidate.id } || (candidate.skill && dropped_skill(candidate.skill))
        def dropped_skill(skill) = dropped.find { ItemId.parse(_1)&.skill == skill }
      end

      Wishes::NONE = Wishes.build
    end
  end
end
