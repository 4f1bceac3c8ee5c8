# frozen_string_literal: true

module Fawnmoss
  module Notation
    # Collects notes into bars for both readers: numbers them, places notes in the bar, and refuses bars whose length
    # does not fit the meter. A short bar is right only as a pick-up, as the last bar, or beside a repeat sign.
    class BarBuilder
      LIMIT = 10_000 # written notes in one tune
      CHORD = 12 # notes in one chord: more than two hands at a keyboard take

      # fail_with: called as fail_with.(message, where, remedy); must raise.
      def initialize(meter, fail_with)
        @meter = meter
        @fail = fail_with
        @bars = []
        @ids = 0
        @chord = 0
        open_bar
      end

      # attributes: those of Score::Note but id and at. where: place in the text, for messages.
      def add(where, **attributes)
        @ids += 1
        @fail.call("more than #{LIMIT} notes", where, 'Split the tune.') if @ids > LIMIT
        @chord = attributes[:chord] ? @chord + 1 : 1
        @fail.call("a chord of more than #{CHORD} notes", where, 'Leave some of them out.') if @chord > CHORD
        @pending[:where] ||= where
        @pending[:notes] << { id: "n#{@ids}", **attributes }
      end

      def empty? = @pending[:notes].empty?
      def last_note = @pending[:notes].last || @bars.last&.dig(:notes, -1)

      # The notes added last that sound together: one, or those of a chord; none at the start.
      def last_notes
        notes = empty? ? @bars.last&.dig(:notes) || [] : @pending[:notes]
        notes.drop(notes.rindex { !_1[:chord] } || 0)
      end

      def mark_repeat_start = @pending[:repeat_start] = true
      def mark_ending(number) = @pending[:ending] = number

      # Closes the bar in hand. line: :single, :double or :final; repeat_end: true at a closing repeat sign.
      def close(line: :single, repeat_end: false)
        return touch_last(line, repeat_end) if empty?

        @bars << @pending.merge(line:, repeat_end:)
        open_bar
      end

      # Returns [bars, pickup]: frozen Score::Bar list and the pick-up's length in quarters.
      def finish
        close(line: :final) unless empty?
        @fail.call('there are no notes', {}, 'Write at least one bar.') if @bars.none? { |bar| bar[:notes].any? { _1[:pitch] } }
        @bars.last[:line] = :final
        drop_lone_slurs
        number
        @bars.each_with_index { |bar, index| check(bar, index) }
        [@bars.each_with_index.map { |bar, index| built(bar, index) }, pickup? ? length(@bars.first) : 0r]
      end

      private

      def open_bar = @pending = { notes: [], repeat_start: false, repeat_end: false, ending: nil, line: :single }

      def touch_last(line, repeat_end)
        return unless @bars.last

        @bars.last[:line] = line unless line == :single
        @bars.last[:repeat_end] ||= repeat_end
      end

      # A slur over a single note joins nothing.
      def drop_lone_slurs
        open = false
        @bars.each do |bar|
          bar[:notes].each do |note|
            note[:slur_start] = note[:slur_stop] = false if note[:slur_start] && note[:slur_stop] && !open
            open = false if note[:slur_stop]
            open = true if note[:slur_start]
          end
        end
      end

      def length(bar) = bar[:notes].sum(0r) { _1[:chord] ? 0r : _1[:duration] }
      def pickup? = @bars.size > 1 && length(@bars.first) < @meter.bar_length

      # Bars are numbered as printed; the second half of a bar split by a repeat sign keeps its number's successor out.
      def number
        count = pickup? ? -1 : 0
        @bars.each_with_index do |bar, index|
          count += 1 unless index.positive? && completes?(index)
          bar[:number] = count
        end
      end

      # True when this short bar is the other half of the short bar before it, split by a repeat sign.
      def completes?(index)
        before = @bars[index - 1]
        bar = @bars[index]
        beside_repeat = before[:repeat_end] || bar[:repeat_start]
        beside_repeat && index > 1 && length(before) + length(bar) == @meter.bar_length
      end

      def check(bar, index)
        length = length(bar)
        full = @meter.bar_length
        return if length == full || (length < full && short_allowed?(bar, index))

        bar_name = bar[:number].zero? ? 'the pick-up bar' : "bar #{bar[:number]}"
        @fail.call("#{bar_name} holds #{in_units(length)}, but #{@meter} asks for #{in_units(full)}",
                   { **bar[:where].to_h, bar: bar[:number] }, 'Check the note lengths and the bar line.')
      end

      def short_allowed?(bar, index)
        after = @bars[index + 1]
        index.zero? || after.nil? || bar[:repeat_end] || bar[:repeat_start] || bar[:ending] || after[:repeat_start] ||
          @bars[index - 1][:repeat_end]
      end

      def in_units(length)
        name = { 1 => 'whole notes', 2 => 'half notes', 4 => 'quarters', 8 => 'eighths', 16 => 'sixteenths' }[@meter.unit]
        "#{Fraction.text(length * @meter.unit / 4)} #{name}"
      end

      def built(bar, index)
        at = starts_late?(index) ? @meter.bar_length - length(bar) : 0r
        before = 0r
        notes = bar[:notes].map do |note|
          at += before unless note[:chord]
          before = note[:duration]
          Score::Note.new(**note, at:)
        end.freeze
        Score::Bar.new(**bar.slice(:number, :repeat_start, :repeat_end, :ending, :line), notes:)
      end

      # The pick-up, and the second half of a bar that a repeat sign splits, end at the bar line.
      def starts_late?(index) = index.zero? ? pickup? : completes?(index)
    end
  end
end
