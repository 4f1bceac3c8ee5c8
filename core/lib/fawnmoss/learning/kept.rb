# frozen_string_literal: true

module Fawnmoss
  module Learning
    # A chart whose marks count. chart: what it is shown as ({ chart: id, title: }); family: of instruments (Tastes); correction: Correction;
    # forgotten: ids of the tastes for which its marks count no more.
    Kept = Value.of(:chart, :family, :correction, :forgotten) do
      # Signs::Sign list.
      def signs = correction.signs.reject { forgotten.include?(_1.taste) }
    end
  end
end
