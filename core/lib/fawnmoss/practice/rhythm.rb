# frozen_string_literal: true

module Fawnmoss
  module Practice
    # What is played on every note of a scale. name; cell: durations in quarters; slurs: [[first, last], ...] inside the cell,
    # counted from 0; meter: Theory::Meter the cell fits into.
    Rhythm = Value.of(:name, :cell, :slurs, :meter) do
      # By name; see NAMES. Raises InvalidInput.
      #   Rhythm.named('quarter-eighths').cell # => [(1/1), (1/2), (1/2)]
      def self.named(name)
        cell = self::CELLS.fetch(name) do
          raise InvalidInput.new("#{name.inspect} is not a rhythm", where: { field: 'rhythm' }, remedy: "Choose #{self::NAMES.join(', ')}.")
        end
        new(name:, cell:, slurs: [].freeze, meter: Theory::Meter.parse('4/4'))
      end

      # The rhythm and the bowing of a tune's first full bar, without its rests at the end.
      def self.of(tune)
        bar = tune.bars.find { |b| b.length == tune.meter.bar_length && b.notes.any?(&:pitch) } || tune.bars.first
        notes = bar.notes.reject(&:chord)
        open = nil
        slurs = notes.each_with_index.filter_map do |note, index|
          open = index if note.slur_start
          [open, index].tap { open = nil } if note.slur_stop && open
        end
        new(name: 'as the tune', cell: notes.map(&:duration).freeze, slurs: slurs.freeze, meter: tune.meter)
      end
    end

    Rhythm::CELLS = { 'plain' => [1r], 'twice' => [2r, 2r], 'four' => [4r], 'quarter-eighths' => [1r, 1/2r, 1/2r], 'eighths' => [1/2r, 1/2r] }.freeze
    Rhythm::NAMES = Rhythm::CELLS.keys.freeze
  end
end
