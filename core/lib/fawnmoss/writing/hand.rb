# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Acts that take something in hand and change nothing.
    class Hand < Act
      # more: true to reach from the sound in hand to the next one.
      def left(given = {}) = to((@desk.cursor || 0) - 1, given['more'])
      def right(given = {}) = to((@desk.cursor || 0) + 1, given['more'])
      def first(given = {}) = to(0, given['more'])
      def end(given = {}) = to(@desk.sounds.size - 1, given['more'])

      # number: of the sound, 0 the first.
      def select(given) = to(Integer(given['number'].to_s, exception: false).to_i, given['more'])

      # string: its letter; or up: strings up from the one the pen is on.
      def string(given)
        names = @desk.instrument.string_names
        now = names.index(pen.string) || (names.size - 1)
        wanted = given['string'] ? names.index(given['string']) : (now + Integer(given['up'].to_s, exception: false).to_i).clamp(0, names.size - 1)
        refuse("the #{@desk.instrument.name} has no string #{given['string']}", "Choose #{names.join(', ')}.", field: 'string') unless wanted
        @desk.copy(pen: pen.copy(string: names[wanted]))
      end

      private

      def to(number, more)
        return @desk if @desk.sounds.empty?

        cursor = number.clamp(0, @desk.sounds.size - 1)
        anchor = @desk.anchor || @desk.cursor if more
        @desk.copy(cursor:, anchor: (anchor unless anchor == cursor), pen: pen.copy(once: nil))
      end
    end
  end
end
