# frozen_string_literal: true

module Fawnmoss
  module Path
    # One observation of a skill on one day. skill: id; value: 0 not yet, 1 with help, 2 alone and slow, 3 alone, at tempo,
    # twice in a row; on: Date; note: text or nil.
    Mark = Value.of(:skill, :value, :on, :note)
  end
end
