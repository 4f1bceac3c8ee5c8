# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # A planned bowing seen from the notes: direction, join, share of the bow and words for each, and warnings.
    class Solved
      # fixed: { note index => :down/:up }; other arguments as Strokes and Planner. Returns Solved.
      def self.for(notes, meter, tempo:, start:, joins:, keep_slurs:, top_speed:, fixed:)
        strokes = Strokes.new(notes, meter, tempo:, top_speed:, keep_slurs:, fixed:).list
        new(notes, Planner.new(strokes, start:, joins:).plan, broken: keep_slurs ? [] : notes.select(&:slur).map(&:bar).uniq)
      end

      # planned: Planned list; broken: bars whose printed slurs were broken into separate strokes.
      def initialize(notes, planned, broken:)
        @notes = notes
        @broken = broken
        @words = Words.for(planned)
        @stroke_of = {}
        planned.each_with_index { |stroke, index| stroke.stroke.notes.each { @stroke_of[_1] = index } }
        @planned = planned
      end

      # { direction:, join:, bow: [from, to], bow_words:, short: } of one note; slurred notes share the stroke by duration.
      def note(index)
        stroke = @planned[@stroke_of[index]]
        { direction: stroke.direction, join: join(index), bow: share(stroke, index), bow_words: @words[@stroke_of[index]], short: stroke.short? }
      end

      def joins = @notes.map { join(_1.index) }

      # Sentences for the chart.
      def warnings
        [broken_slurs, *@planned.select(&:short?).group_by { remedy(_1) }.map { |remedy, short| "Short of bow in #{bars(short)}: #{remedy}." }].compact
      end

      private

      def join(index)
        stroke = @planned[@stroke_of[index]]
        stroke.stroke.notes.first == index ? stroke.join : :slur
      end

      def share(stroke, index)
        before = stroke.stroke.notes.take_while { _1 != index }.sum(0r) { @notes[_1].duration }
        ends = [before, before + @notes[index].duration].map { (_1 / stroke.stroke.duration).to_f }
        ends.map { stroke.from + ((stroke.to - stroke.from) * _1) }.freeze
      end

      def broken_slurs
        return if @broken.empty?

        "Slurs in #{@broken.size > 1 ? 'bars' : 'bar'} #{@broken.join(', ')} are broken into separate strokes in this version."
      end

      def bars(short)
        numbers = short.map { _1.stroke.bar }.uniq
        "#{numbers.size > 1 ? 'bars' : 'bar'} #{numbers.join(', ')}"
      end

      def remedy(short)
        nearer = "start nearer the #{short.direction == :down ? 'frog' : 'tip'}"
        short.stroke.notes.size > 1 ? "#{nearer}, or split the slur" : "#{nearer}, with less bow on the notes before"
      end
    end
  end
end
