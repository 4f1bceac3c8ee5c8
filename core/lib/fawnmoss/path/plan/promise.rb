# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Something said or carried over for the next lesson. kind: 'skill', 'tune' or 'own'; ref: skill id, tune id or the promise's own
      # id; title: for the list; on: Date it was made; why: 'promised' or 'not reached'.
      Promise = Value.of(:kind, :ref, :title, :on, :why) do
        def words = "#{why} on #{on.strftime('%-d %B')}"
      end
    end
  end
end
