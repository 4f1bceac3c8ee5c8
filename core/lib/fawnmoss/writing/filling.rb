# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Puts sounds at the end of bars: a bar that is full is followed by the next, a sound that does not fit is cut at the bar line and tied.
    class Filling
      LIMIT = Notation::Assembler::LIMIT

      # sheet: Sheet whose last bars are still open; pen: Pen that says how the first bar that is begun is to begin, or nil.
      def initialize(sheet, pen = nil)
        @bars = sheet.bars.dup
        @sheet = sheet.copy(bars: @bars) # as it now is
        @pen = pen
        @count = sheet.sounds.size
      end

      # Returns bars with the sounds put behind what is there. A note of a group is not cut.
      def put(sounds)
        sounds.each { |sound| sound = add(sound) while sound }
        @bars.freeze
      end

      private

      # Puts as much of a sound as its bar takes there. Returns the rest of it, or nil.
      def add(sound)
        raise InvalidInput.new("more than #{LIMIT} notes", where: { field: 'do' }, remedy: 'Split the tune.') if (@count += 1) > LIMIT

        open_bar if @bars.empty? || @pen&.begins? || @sheet.full?(@bars.size - 1)
        bar = @bars.last
        here, rest = parted(sound)
        lengths = here.ratio ? [here.length] : Notation::Assembler::Signs.drawn(here.length)
        @bars[-1] = bar.copy(sounds: [*bar.sounds, *here.cut(lengths)].freeze)
        rest
      end

      # [what of a sound the last bar takes, what is left of it or nil].
      def parted(sound)
        room = @sheet.room(@bars.size - 1)
        left = room && (room - @bars.last.length)
        return [sound, nil] if left.nil? || sound.ratio || sound.length <= left

        sound.cut([left, sound.length - left])
      end

      def open_bar
        bar = @bars.empty? ? @sheet.start : @bars.last.following
        @bars << (@pen ? @pen.begun(bar) : bar)
        @pen = nil
      end
    end
  end
end
