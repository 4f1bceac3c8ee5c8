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
          ways = alike.map { |bar| joins.values_at(*bar.drop(1)) }
          next if ways.uniq.size < 2

          usual = ways.tally.max_by.with_index { |(_, count), order| [count, -order] }.first
          alike.each { |bar| bar.drop(1).zip(usual) { |stroke, join| found[stroke] = join } }
        end
      end

      # Strokes alike in this have one rhythm.
      def self.kind(stroke) = [stroke.at, stroke.duration, stroke.notes.size, stroke.link.time == :rest]
      private_class_method :kind
    end
  end
end
