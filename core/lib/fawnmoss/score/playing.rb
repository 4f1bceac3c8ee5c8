# frozen_string_literal: true

module Fawnmoss
  module Score
    # Turns a written tune into its sounding notes: ties joined, rests counted, slurs numbered, the notes of a chord side by
    # side, lowest first.
    class Playing
      def initialize(tune)
        @tune = tune
        @done = []
        @rest = 0r
        @onset = 0r
        @slurs = 0
        @slur = nil
        @field = :slur # or :dashed: what the open slur is
        @tied = {}
      end

      # Array of Score::Played.
      def notes
        @tune.bars.each do |bar|
          @key = bar.key
          @signs = {} # alteration that stands in this bar, by step of the staff
          bar.chords.each { |chord| take(chord, bar) }
          close_phrase if bar.repeat_end || bar.line != :single
        end
        @done.map { Played.new(**_1) }
      end

      private

      # chord: the notes written at one place, a rest or a single note in most cases.
      def take(chord, bar)
        head = chord.first
        if head.rest?
          @rest += head.duration
          @tied = {}
        else
          open_slur(chord)
          sound(chord, bar)
          @slur = nil if chord.any?(&:slur_stop)
          @rest = 0r
          close_phrase if chord.any? { _1.marks.include?(:breath) }
        end
        @onset += head.duration
      end

      def open_slur(chord)
        return unless chord.any?(&:slur_start)

        @slurs += 1
        @slur = @slurs
        @field = chord.any? { _1.slur_start == :dashed } ? :dashed : :slur
        @tied.each_value { |index| @done[index][@field] ||= @slur }
      end

      def sound(chord, bar)
        held, struck = chord.partition { @tied.key?(_1.pitch) }
        held.each { |note| lengthen(@done[@tied[note.pitch]], note) }
        first = @done.size
        struck = struck.sort_by { [_1.pitch.midi, _1.pitch.step] }.each { |note| start(note, bar, first) }
        indices = struck.each_with_index.to_h { |note, at| [note.pitch, first + at] }.merge(@tied.slice(*held.map(&:pitch)))
        @tied = indices.slice(*chord.select(&:tie).map(&:pitch))
      end

      def lengthen(played, note)
        played[:duration] += note.duration
        played[:last] = note.id
      end

      def start(note, bar, head)
        @signs[note.pitch.step] = note.pitch.alter
        @done << { index: @done.size, head:, trill: trill(note), note:, last: note.id, bar: bar.number, at: note.at, key: bar.key, meter: bar.meter,
                   onset: @onset, duration: note.duration, slur: nil, dashed: nil, @field => @slur, rest_before: @rest, ends_phrase: false }
      end

      # The next note up in the key, or as an accidental before it in the bar has it.
      def trill(note)
        return unless note.marks.include?(:trill)

        step = note.pitch.step + 1
        @signs[step] ? Theory::Pitch.at(step, @signs[step]) : @key.at(step)
      end

      def close_phrase = @done.last && (@done.last[:ends_phrase] = true)
    end
  end
end
