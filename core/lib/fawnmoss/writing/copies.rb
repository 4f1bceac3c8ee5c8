# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Acts with what was copied. What is copied is a text (ABC) and goes with the pen, so that acts that are pressed one after the other find it; a page
    # can keep it and put it into another tune.
    class Copies < Act
      MOST = 20_000 # characters of it

      # What is in hand; one sound or more.
      def copy(_given = {})
        kept = each_in(0..) { |sound, number| sound if @desk.stretch.cover?(number) }.sheet
        bars = kept.bars.map { _1.following.copy(sounds: _1.sounds) } # without their repeats and signs
        tune = kept.copy(bars: bars.freeze).tune or refuse('there is no note to copy', 'Take some in hand first.')
        @desk.copy(pen: pen.copy(clip: Notation::Abc.write(tune)))
      end

      # text: of a copy, where nothing was copied here. It is put behind what is in hand, and the bars from there on are filled anew; at the end it
      # is written on.
      def paste(given)
        sounds = read(pen.clip || given['text'].to_s)
        return append(sounds) if @desk.writing?

        index, at = sheet.place(@desk.stretch.max)
        bars = sheet.bars.dup
        bars[index] = behind(bars[index], at, sounds)
        Frame.new(@desk.bars(bars, cursor: @desk.stretch.max + sounds.size, anchor: nil)).flow
      end

      private

      # A bar with sounds put in behind one of its own.
      def behind(bar, at, sounds) = bar.copy(sounds: (bar.sounds.first(at + 1) + sounds + bar.sounds.drop(at + 1)).freeze)

      def read(text)
        refuse('nothing was copied', 'Take a stretch in hand with Shift and copy it first.', field: 'text') if text.strip.empty?
        refuse('this is too much to be put in at once', 'Copy fewer bars.', field: 'text') if text.size > MOST

        Sounds.joined(Sheet.of(Notation::Abc.read(text)).sounds)
      rescue InvalidTune => e
        refuse("what was copied cannot be read: #{e.message}", 'Copy it again.', field: 'text')
      end
    end
  end
end
