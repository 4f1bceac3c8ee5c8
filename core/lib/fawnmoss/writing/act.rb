# frozen_string_literal: true

module Fawnmoss
  module Writing
    # What all acts share: a desk in, a desk out.
    class Act
      # desk: Desk.
      def initialize(desk)
        @desk = desk
      end

      private

      def sheet = @desk.sheet
      def pen = @desk.pen
      def refuse(message, remedy = nil, field: 'do') = raise(InvalidInput.new(message, where: { field: }, remedy:))

      # Every sound in hand replaced by what the block makes of it. whole: true for all signs of a note that is tied over a bar line.
      def each_in_hand(whole: false)
        stretch = whole && @desk.writing? && @desk.cursor ? chain..@desk.cursor : @desk.stretch
        number = -1
        bars = sheet.bars.map do |bar|
          bar.copy(sounds: bar.sounds.map { |sound| stretch.cover?(number += 1) ? yield(sound, number, bar) : sound }.freeze)
        end
        @desk.bars(bars)
      end

      # Number of the first of the signs that are tied into the last one.
      def chain
        sounds = @desk.sounds
        first = sounds.size - 1
        first -= 1 while first.positive? && Sounds.over?(sounds[first - 1], sounds[first])
        first
      end

      # One sound replaced.
      def change(number, &)
        @desk.copy(cursor: number, anchor: nil).then { |desk| self.class.new(desk).send(:each_in_hand, &) }.copy(cursor: @desk.cursor, anchor: @desk.anchor)
      end

      # The bar in which the sound in hand is, by index.
      def bar_in_hand = @desk.cursor ? sheet.place(@desk.cursor).first : 0

      # The sound at the end of the tune, its bar full.
      def next_bar? = @desk.cursor.nil? || (@desk.writing? && full?(sheet.bars.size - 1))

      def full?(bar)
        room = sheet.room(bar)
        sheet.bars[bar].closed? || (room && sheet.bars[bar].length >= room)
      end

      # Bars from one on, with a changed field while what it says would otherwise go on.
      def held(from, field, value)
        old = sheet.bars[from][field]
        going = true
        sheet.bars.each_with_index.map do |bar, index|
          going = false if index > from && bar[field] != old
          index >= from && going ? bar.copy(field => value) : bar
        end
      end
    end
  end
end
