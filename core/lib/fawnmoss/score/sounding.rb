# frozen_string_literal: true

module Fawnmoss
  module Score
    # When trills and grace notes sound. Grace notes, and the turned ending of a trill that is written so, sound before the beat, at the
    # cost of the note before; with nothing before them they are on the beat. A trill goes to and fro in equal notes and ends on its main
    # note. Lengths are common practice, no source.
    class Sounding
      # Where a pitch sounds. note: the Score::Played that it belongs to; pitch: as written; at, length: quarters, at from the start of the tune.
      Sound = Value.of(:note, :pitch, :at, :length)

      GRACE = 1/10r # seconds
      SHARE = 1/2r # of the note before that grace notes take at the most
      STROKE = 3/25r # seconds: a note of a trill

      # notes: Score::Played in order; tempo: quarters a minute; from: 'main' or 'upper', where a trill begins; shorter: { note id => of its length, what it
      # leaves at its end }. Returns Sound list.
      def self.of(notes, tempo:, from: 'main', shorter: {}) = new(notes, tempo, from, shorter).sounds

      # Notes of a trill over so many quarters: odd from the main note, even from above, so that it ends on the main note.
      def self.strokes(quarters, tempo, from)
        whole = (quarters * 60 / tempo / STROKE).floor
        from == 'upper' ? [whole - (whole % 2), 4].max : [whole - 1 + (whole % 2), 3].max
      end

      def initialize(notes, tempo, from, shorter)
        @notes = notes
        @tempo = tempo
        @from = from
        @shorter = shorter
        @taken = Hash.new(0r) # quarters that grace notes take off the end of a note, by its number in the list
        @late = Hash.new(0r) # and off its beginning
      end

      def sounds
        small = @notes.each_index.flat_map { |at| graces(at) }
        main = @notes.each_index.flat_map { |at| main(at) }
        (small + main).sort_by.with_index { |sound, order| [sound.at, order] }
      end

      private

      def graces(at)
        note = @notes[at]
        pitches = note.note.graces or return []
        before = (at - 1).downto(0).find { @notes[_1].head != note.head }
        each = length(pitches.size, before, note)
        start = before ? note.onset - (each * pitches.size) : note.onset
        take(at, before, each * pitches.size)
        pitches.each_with_index.map { |pitch, number| Sound.new(note:, pitch:, at: start + (each * number), length: each) }
      end

      # What the note before, or the rest before, can spare; else the note itself.
      def length(count, before, note)
        spare = if note.rest_before.positive? then note.rest_before
                else (before ? @notes[before] : note).duration
                end
        [GRACE * @tempo / 60, spare * SHARE / count].min
      end

      def take(at, before, all)
        if before.nil? then together(at).each { @late[_1] = all }
        elsif @notes[at].rest_before.zero? then together(before).each { @taken[_1] = all }
        end
      end

      # Numbers in the list of the notes that sound with one, itself among them.
      def together(at) = (@chords ||= @notes.each_index.group_by { @notes[_1].head }).fetch(@notes[at].head)

      # Quarters that a note leaves at its end, half of it at the most.
      def left(note, length) = [note.duration * @shorter.fetch(note.id, 0), length / 2].min

      def main(at)
        note = @notes[at]
        from = note.onset + @late[at]
        length = note.duration - @late[at] - @taken[at]
        length -= left(note, length) if @taken[at].zero? # grace notes fill what it would leave
        return [Sound.new(note:, pitch: note.pitch, at: from, length:)] unless note.trill

        count = self.class.strokes(length, @tempo, @from)
        pair = @from == 'upper' ? [note.trill, note.pitch] : [note.pitch, note.trill]
        Array.new(count) { |number| Sound.new(note:, pitch: pair[number % 2], at: from + (length * number / count), length: length / count) }
      end
    end
  end
end
