# frozen_string_literal: true

module Fawnmoss
  module Practice
    # Something to play that Fawnmoss wrote itself: a tune, the places that belong to it (pins), the school for fourth finger
    # or open string, and a sentence on how to play it.
    Exercise = Value.of(:tune, :pins, :fourth, :advice) do
      # Chart or Impossible. options: as Chart::Request.build, without pins and fourth.
      def chart(catalogue, **options)
        Chart::Solve.call(tune, Chart::Request.build(slurs: true, **options, fourth:, pins:), catalogue)
      end
    end
  end
end
