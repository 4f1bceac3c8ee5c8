# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Puts sounds at the end of bars: a bar that is full is followed by the next, a sound that does not fit is cut at the bar line and tied.
    class Filling
      LIMIT = Notation::Assembler::LIMIT

      # sheet: Sheet whose last bars are still open; ahead: of Pen, for the first bar that is begun.
      def initialize(sheet, ahead = {})
        @sheet = sheet
        @bars = sheet.bars.dup
        @ahead = ahead
        @count = sheet.sounds.size
      end

      # Returns bars with the sounds put behind what is there. A note of a group is not cut.
      def put(sounds)
        sounds.each { one(_1) }
        @bars.freeze
      end

      private

      def one(sound)
        left = sound.length
        parts = []
        while left.positive?
          open_bar if @bars.empty? || @ahead['bar'] || full?
          part = sound.ratio || room.nil? ? left : [left, room - @bars.last.length].min
          raise InvalidInput.new("more than #{LIMIT} notes", where: { field: 'do' }, remedy: 'Split the tune.') if (@count += 1) > LIMIT

          parts << [@bars.size - 1, part]
          reserve(part)
          left -= part
        end
        place(sound, parts)
      end

      # A rest of that length stands in until the sound itself is cut.
      def reserve(length) = change_last { |sounds| [*sounds, Notation::Events.rest(length)] }

      def change_last = @bars[-1] = @bars.last.copy(sounds: yield(@bars.last.sounds).freeze)

      def place(sound, parts)
        signs = parts.map { |_, length| sound.ratio ? [length] : Notation::Assembler::Signs.drawn(length) }
        cut = Sounds.cut(sound, signs.flatten)
        parts.zip(signs) do |(bar, _), lengths|
          own = cut.shift(lengths.size)
          @bars[bar] = @bars[bar].copy(sounds: [*@bars[bar].sounds[0...-1], *own].freeze)
        end
      end

      def room = sheet_now.room(@bars.size - 1)
      def sheet_now = @sheet.copy(bars: @bars)
      def full? = @bars.last.closed? || (room && @bars.last.length >= room)

      def open_bar
        bar = @bars.empty? ? @sheet.start : @bars.last.following
        bar = bar.copy(key: Theory::Key.parse(@ahead['key'])) if @ahead['key']
        bar = bar.copy(meter: Frame.meter(@ahead['meter'])) if @ahead['meter']
        tempo = Integer(@ahead['tempo'].to_s, exception: false)
        bar = bar.copy(tempo:) if tempo&.between?(20, 300)
        @bars << bar.copy(repeat_start: @ahead['repeat'] ? true : false)
        @ahead = {}
      end
    end
  end
end
