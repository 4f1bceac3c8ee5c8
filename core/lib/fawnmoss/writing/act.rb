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

      # Sounds of a range of numbers, each replaced by what the block makes of it, its number and its bar; nil takes it away.
      # more: as of Desk#bars.
      def each_in(range, **more)
        number = -1
        bars = sheet.bars.map do |bar|
          sounds = bar.sounds.filter_map { |sound| range.cover?(number += 1) ? yield(sound, number, bar) : sound }
          bar.copy(sounds: sounds.freeze)
        end
        @desk.bars(bars, **more)
      end

      def each_in_hand(&) = each_in(@desk.stretch, &)

      # Sounds written on at the end of a desk.
      def append(sounds, desk = @desk)
        bars = Filling.new(desk.sheet, pen).put(sounds)
        desk.bars(bars, cursor: bars.sum { _1.sounds.size } - 1, anchor: nil, pen: pen.used)
      end

      # Number of the first of the signs that are tied into the last one.
      def chain
        sounds = @desk.sounds
        first = sounds.size - 1
        first -= 1 while first.positive? && Sounds.over?(sounds[first - 1], sounds[first])
        first
      end

      # Numbers of the sounds in hand that a sign is put at: of a note that is written last and tied over a bar line the one that it begins with.
      def heads = @desk.writing? && @desk.cursor ? chain..chain : @desk.stretch

      # The bar in which the sound in hand is, by index.
      def bar_in_hand = @desk.cursor ? sheet.place(@desk.cursor).first : 0

      # The sound at the end of the tune, its bar full.
      def next_bar? = @desk.cursor.nil? || (@desk.writing? && sheet.full?(sheet.bars.size - 1))

      # Step of the staff of a letter that is nearest to another step.
      def nearest(letter, step)
        same = (step.div(7) * 7) + Theory::Pitch::LETTERS.index(letter)
        [same - 7, same, same + 7].min_by { (_1 - step).abs }
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
