# frozen_string_literal: true

module Fawnmoss
  module Picture
    # Fingers on a string, spaced as they really are (Instrument::Tapes).
    module Frame
      # rows: [{ 'words' =>, 'fingers' => { finger => semitones above the open string }, 'lit' => fingers }, ...]. Returns { rows: [{ words:, fingers:
      # [{ finger:, at: share of the string from the nut, close:, lit: }] }], shown: share of the string to draw, caption: }. close: a semitone from
      # the one before, which on violin and viola it touches.
      #   Frame.of([{ 'words' => 'one', 'fingers' => { 1 => 2 } }], violin)[:rows][0][:fingers][0][:at] # => 0.109
      def self.of(rows, instrument)
        drawn = rows.map { row(_1, touch: instrument.weak_fourth) }
        { rows: drawn, shown: (share(rows.flat_map { _1['fingers'].values }.max + 1) + 0.01).round(3), caption: "#{drawn.map { caption(_1) }.join('. ')}." }
      end

      def self.row(given, touch:)
        before = nil
        fingers = given['fingers'].map do |finger, semitones|
          close = touch && !before.nil? && semitones - before == 1
          before = semitones
          { finger:, at: share(semitones).round(3), close:, lit: (given['lit'] || []).include?(finger) }
        end
        { words: given['words'], fingers: }
      end

      def self.share(semitones) = Instrument::Tapes.share(semitones)

      def self.caption(row)
        close = row[:fingers].each_cons(2).select { |_, finger| finger[:close] }.map { |one, other| "#{one[:finger]} and #{other[:finger]}" }
        words = row[:words].sub(/\A./, &:upcase)
        close.any? ? "#{words}: #{close.join(', ')} touch" : words
      end
      private_class_method :row, :share, :caption
    end
  end
end
