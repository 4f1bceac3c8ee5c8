# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # A tune in work. tune: id; title; key: 'G major'; spots: ["bars 3 and 4: crossing", ...]; unmet: skill ids its chart asks for
      # that are not had; since: Date its card was issued; last: value of the last mark or nil.
      Work = Value.of(:tune, :title, :key, :spots, :unmet, :since, :last)
    end
  end
end
