# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Bars that are alike: "learn 6 bars, play 16".
    module Sameness
      # Groups of bar numbers with the same pitches and rhythm: [[1, 5], [2, 6, 10]].
      def self.bars(tune) = groups(tune) { |note| [note.pitch, note.duration, note.tie] }

      # Groups of bar numbers with the same rhythm.
      def self.rhythms(tune) = groups(tune) { |note| [note.rest?, note.duration, note.tie] }

      def self.groups(tune, &block)
        tune.bars.reject { _1.notes.all?(&:rest?) }.group_by { |bar| bar.notes.map(&block) }
            .values.map { |bars| bars.map(&:number) }.select { _1.size > 1 }
      end
      private_class_method :groups
    end
  end
end
