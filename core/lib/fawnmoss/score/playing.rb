# frozen_string_literal: true

module Fawnmoss
  module Score
    # Turns a written tune into its sounding notes: ties joined, rests counted, slurs numbered.
    class Playing
      def initialize(tune)
        @tune = tune
        @done = []
        @rest = 0r
        @onset = 0r
        @slurs = 0
        @slur = nil
        @tied = false
      end

      # Array of Score::Played.
      def notes
        @tune.bars.each do |bar|
          bar.notes.each { |note| take(note, bar) }
          close_phrase if bar.repeat_end || bar.line != :single
        end
        @done.each(&:freeze).map { Played.new(**_1) }
      end

      private

      def take(note, bar)
        @onset += note.duration
        if note.rest?
          @rest += note.duration
          @tied = false
        else
          open_slur(note)
          @tied ? lengthen(note) : start(note, bar)
          @slur = nil if note.slur_stop
          @tied = note.tie
          @rest = 0r
          close_phrase if note.marks.include?(:breath)
        end
      end

      def open_slur(note)
        return unless note.slur_start

        @slurs += 1
        @slur = @slurs
        @done.last[:slur] ||= @slur if @tied
      end

      def start(note, bar)
        @done << { index: @done.size, note:, bar: bar.number, at: note.at, onset: @onset - note.duration,
                   duration: note.duration, slur: @slur, rest_before: @rest, ends_phrase: false }
      end

      def lengthen(note) = @done.last[:duration] += note.duration
      def close_phrase = @done.last && (@done.last[:ends_phrase] = true)
    end
  end
end
