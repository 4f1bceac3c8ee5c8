# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # A rhythm that comes back keeps its bowing: how the strokes of all bars of one rhythm join, decided once.
    module Rhythms
      # strokes: Stroke list; joins: the join that a plan gave each. Returns { number of a stroke => join } for the bars whose rhythm is
      # bowed in more ways than one: the way of most of them, the earliest of equals. How a bar begins is left to what went before.
      def self.usual(strokes, joins)
        bars = strokes.each_index.slice_when { |one, other| strokes[one].bar != strokes[other].bar }
        bars.group_by { |bar| bar.map { kind(strokes[_1]) } }.each_value.with_object({}) do |alike, found|
          inner = alike.map { _1.drop(1) }
          way = commonest(inner.map { joins.values_at(*_1) }) or next
          inner.map { _1.zip(way) }.each { |bar| found.merge!(bar.to_h) if bar.all? { |stroke, join| possible?(strokes[stroke].link, join) } }
        end
      end

      # The way of most, the earliest of equals; nil where there is but one.
      def self.commonest(ways)
        return if ways.uniq.size < 2

        ways.tally.max_by.with_index { |(_, count), order| [count, -order] }.first
      end

      # A bar whose strings or pitches do not allow the usual way is left alone.
      def self.possible?(link, join)
        case join
        when :slur then link.own_slur
        when :hook then link.shape
        when :lift, :recovery then link.time || link.after_long
        else true
        end
      end

      # Strokes alike in this have one rhythm.
      def self.kind(stroke) = [stroke.at, stroke.duration, stroke.notes.size, stroke.link.time == :rest]
      private_class_method :kind, :commonest, :possible?
    end
  end
end
