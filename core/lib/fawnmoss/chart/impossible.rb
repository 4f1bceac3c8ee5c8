# frozen_string_literal: true

module Fawnmoss
  module Chart
    # No chart can be made: an expected answer, not an exception. code: :out_of_reach or :pin; bar, beat, note (id): where;
    # reason: one sentence; remedy: what to do; offers: list of Offer that would work.
    Impossible = Value.of(:code, :bar, :beat, :note, :reason, :remedy, :offers)
  end
end
