# frozen_string_literal: true

module Fawnmoss
  module Practice
    # Sets a row of pitches as a tune: every pitch in a rhythm, bars filled, slurs over so many notes or as the rhythm has them.
    class ScaleWriter
      # rhythm: Rhythm; groups: notes to a bow, one number or a list that comes round.
      def initialize(key, title, rhythm, groups)
        @key = key
        @title = title
        @rhythm = rhythm
        @groups = Array(groups)
        refuse unless @groups.any? && @groups.all? { _1.is_a?(Integer) && _1.between?(1, 64) }
      end

      # Returns [Score::Tune, ids of the notes of each pitch].
      def write(pitches)
        @events = []
        @filled = 0r
        @count = 0
        slurs = slurs(pitches.size)
        ids = pitches.each_index.map { |index| add(pitches[index], slurs[index]) }
        rest_of_bar
        [Notation::Assembler.tune(@events, key: @key, meter: @rhythm.meter, title: @title).copy(notices: [].freeze), ids]
      end

      private

      # For each pitch [a slur begins on its first note, a slur ends on its last].
      def slurs(size)
        marks = Array.new(size) { [false, false] }
        start = 0
        @groups.cycle do |count|
          break if start >= size

          last = [start + count - 1, size - 1].min
          marks[start][0] = marks[last][1] = true if last > start
          start += count
        end
        marks
      end

      def add(pitch, (opens, closes))
        last = @rhythm.cell.size - 1
        @rhythm.cell.each_with_index.map do |duration, index|
          inside = @groups == [1] ? @rhythm.slurs : []
          note(pitch, duration, slur_start: (opens && index.zero?) || inside.any? { _1.first == index },
                                slur_stop: (closes && index == last) || inside.any? { _1.last == index })
        end
      end

      def note(pitch, duration, slur_start: false, slur_stop: false)
        ratio = [3, 2].freeze unless Score::Note.drawn(duration)
        @events << Notation::Events.rest(duration).copy(pitches: [pitch].compact.freeze, ratio:, slur_start:, slur_stop:)
        @count += 1
        fill(duration)
        "n#{@count}"
      end

      def fill(duration)
        @filled += duration
        return unless @filled >= @rhythm.meter.bar_length

        @events << Notation::Events::Line.new(line: :single, signs: [].freeze)
        @filled = 0r
      end

      # The last bar is filled with rests.
      def rest_of_bar
        Score::Note::TYPES.each_key { |length| note(nil, length) while @filled.positive? && @filled + length <= @rhythm.meter.bar_length }
      end

      def refuse
        raise InvalidInput.new("#{@groups.join(', ')} is not a number of notes to a bow", where: { field: 'slur' },
                               remedy: 'Give 1 to 8, groups such as 3+2, or octave.')
      end
    end
  end
end
