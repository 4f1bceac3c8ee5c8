# frozen_string_literal: true

module Fawnmoss
  module Practice
    # A tune without slurs, bow signs and signs for strokes: every note a bow of its own, as it falls.
    module PlainBowing
      BOWING = %i[staccato tenuto off_string].freeze

      # Score::Tune -> Score::Tune.
      def self.of(tune)
        tune.copy(bars: tune.bars.map { |bar| bar.copy(notes: bar.notes.map { plain(_1) }.freeze) }.freeze)
      end

      def self.plain(note) = note.copy(slur_start: false, slur_stop: false, bow: nil, marks: (note.marks - BOWING).freeze)
      private_class_method :plain
    end
  end
end
