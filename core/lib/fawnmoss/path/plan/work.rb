# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # A tune in work. tune: id; title; key: 'G major'; spots: ["bars 3 and 4: crossing", ...]; unmet: skill ids its chart asks for
      # that are not had; since: Date its card was issued; last: value of the last mark or nil.
      Work = Value.of(:tune, :title, :key, :spots, :unmet, :since, :last) do
        # Done with: the last mark was a 3, and not the first one. value: of the last mark; times: how many there are.
        def self.done?(value, times) = value == 3 && times > 1
      end
    end
  end
end
