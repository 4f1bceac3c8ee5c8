# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Acts that write: notes by letter, by place on the staff, by finger; rests; again what was written.
    class Notes < Act
      # letter: 'a'..'g': the note of that name nearest the last one, as the key and the bar have it.
      def letter(given)
        letter = given['letter'].to_s.upcase
        refuse("#{letter} is no letter of a note", 'Write a to g.') unless letter.match?(/\A[A-G]\z/)
        put(pitch(nearest(letter, reference)))
      end

      # line: how many steps of the staff above its lowest line.
      def line(given)
        put(pitch(LOWEST.fetch(clef) + Integer(given['line'].to_s, exception: false).to_i.clamp(-14, 24)))
      end

      # finger: 0..4 on the pen's string, where the key has it; across: true for the neighbouring string on which it is nearer to the note before.
      def finger(given)
        finger = Integer(given['finger'].to_s, exception: false)
        refuse('a finger is 0 to 4') unless finger&.between?(0, 4)
        found, string = fingered(finger, given['across'])
        refuse("the #{@desk.instrument.name} has no such finger in first position", 'Take another finger or string.') unless found
        written = put(found)
        written.copy(pen: written.pen.copy(string:))
      end

      # At the end a rest goes to the end of the bar at the most.
      def rest(_given = {})
        return put(nil) unless @desk.writing? && pen.group.zero? && @desk.cursor && !next_bar?

        last = sheet.bars.size - 1
        left = sheet.room(last) ? sheet.room(last) - sheet.bars[last].length : pen.written
        append([Sounds.plain([], [pen.written, left].min)])
      end

      # What is in hand once more, at the end; with bar: true the whole bar it is in.
      def again(given = {})
        return @desk unless @desk.cursor

        chosen = given['bar'] ? sheet.bars[bar_in_hand].sounds : @desk.sounds[@desk.stretch]
        chosen = chosen.map { _1.copy(tied: [].freeze) } if chosen.size == 1
        append(Sounds.joined(chosen))
      end

      # The last note goes on, tied, for as long as the pen has it.
      def hold(_given = {})
        sound = @desk.sound
        return @desk if sound.nil? || sound.rest? || !@desk.writing?

        tied = each_in_hand { |one| one.copy(tied: one.pitches) }
        append([Sounds.plain(sound.pitches, pen.written)], tied)
      end

      private

      # [Theory::Pitch or nil, letter of the string].
      def fingered(finger, across)
        names = @desk.instrument.string_names
        now = names.index(pen.string) || (names.size - 1)
        hand = Fingers.new(@desk.instrument, key)
        strings = across ? [now - 1, now + 1] & names.each_index.to_a : [now]
        strings.map { |string| [hand.on(names[string], finger), names[string]] }.min_by { |pitch, _| pitch ? (pitch.step - reference).abs : 99 }
      end

      LOWEST = { 'treble' => 30, 'alto' => 24, 'tenor' => 22, 'bass' => 18 }.freeze # steps from C0 of the lowest line of the staff
      private_constant :LOWEST

      def key = @desk.cursor && !next_bar? ? sheet.bars[bar_in_hand].key : pen.key || (sheet.bars.last || sheet.start).key
      def clef = (sheet.bars.empty? ? sheet.start : sheet.bars[bar_in_hand]).clef || 'treble'

      # Step of the staff of the note before; at the start of the second line, so that a beginner’s strings are near.
      def reference
        upto = @desk.writing? ? @desk.sounds : @desk.sounds.first(@desk.cursor)
        last = upto.reverse_each.find { !_1.rest? }
        last ? last.pitches.last.step : LOWEST.fetch(clef) + 2
      end

      # At a step of the staff, with the accidental that stands in the bar, else the key's.
      def pitch(step)
        here.reverse_each.flat_map(&:pitches).find { _1.step == step } || key.at(step)
      end

      # Sounds of the bar that is written in, before the place.
      def here
        return [] if @desk.cursor.nil? || next_bar?

        bar, at = sheet.place(@desk.cursor)
        @desk.writing? ? sheet.bars[bar].sounds : sheet.bars[bar].sounds.first(at)
      end

      # pitch: nil for a rest.
      def put(pitch)
        return append([Sounds.plain([pitch].compact, pen.written, pen.group.positive? ? [3, 2].freeze : nil)]) if @desk.writing?
        return over_stretch(pitch) if @desk.anchor

        each_in_hand { |sound| over(sound, pitch) }.then { |desk| desk.copy(cursor: [desk.cursor + 1, desk.sounds.size - 1].min) }
      end

      # Another pitch in the place of what is there; what belonged to the old note alone goes.
      def over(sound, pitch)
        kept = %i[slur_start slur_stop directions]
        kept += %i[marks bow lyrics] if pitch
        Sounds.plain([pitch].compact, sound.written, sound.ratio).copy(**sound.to_h.slice(*kept))
      end

      def over_stretch(pitch) = each_in_hand { |sound| over(sound, pitch) }
    end
  end
end
