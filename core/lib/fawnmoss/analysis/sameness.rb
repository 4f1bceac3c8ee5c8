# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Bars that are alike: "learn 6 bars, play 16".
    module Sameness
      # Groups of bar numbers with the same pitches and rhythm: [[1, 5], [2, 6, 10]].
      def self.bars(tune) = groups(tune) { |note| [note.pitch, note.duration, note.tie, note.chord] }

      # Groups of bar numbers with the same rhythm.
      def self.rhythms(tune) = groups(tune) { |note| [note.rest?, note.duration, note.tie, note.chord] }

      # Groups of bars that are one another moved up or down: the same rhythm and the same steps of the staff from note to
      # note, not all at the same pitch. Bars of a single note say nothing and are left out.
      def self.transposed(tune)
        heard(tune).select { |bar| bar.notes.count(&:pitch) > 1 }.group_by { moved(_1) }
                   .values.select { |bars| bars.map { first_pitch(_1) }.uniq.size > 1 }.map { |bars| bars.map(&:number) }
      end

      def self.groups(tune, &block)
        heard(tune).group_by { |bar| bar.notes.map(&block) }
                   .values.map { |bars| bars.map(&:number) }.select { _1.size > 1 }
      end

      def self.heard(tune) = tune.bars.reject { _1.notes.all?(&:rest?) }
      def self.first_pitch(bar) = bar.notes.find(&:pitch).pitch

      def self.moved(bar)
        first = first_pitch(bar).step
        bar.notes.map { |note| [note.pitch && (note.pitch.step - first), note.duration, note.tie, note.chord] }
      end
      private_class_method :groups, :heard, :first_pitch, :moved
    end
  end
end
