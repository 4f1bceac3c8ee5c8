# frozen_string_literal: true

module Fawnmoss
  module Path
    # Where a pupil stands with one skill, derived from marks and never stored. name: :untouched, :started, :steady,
    # :secure or :rusty; why: the evidence in words; last_on: Date of the last mark or nil; held: true while pain holds it.
    State = Value.of(:name, :why, :last_on, :held) do
      # Counts as had: steady or better. A rusty skill was steady and is had, but wants a look.
      def had? = %i[steady secure rusty].include?(name)
    end
  end
end
