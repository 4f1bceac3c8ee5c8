# frozen_string_literal: true

module Fawnmoss
  module Practice
    # A scale's way up in strings and fingers, as it is said to somebody who cannot read it yet.
    module InFingers
      SAID = { low: 'low ', high: 'high ' }.freeze
      HOME = 'first position'

      # chart: of a scale or an arpeggio. A hand elsewhere than in first position is named where it goes there.
      #   InFingers.of(d_major) # => "D 0 1 high 2 3, A 0 1 high 2 3"
      def self.of(chart)
        names = chart.request.instrument.string_names
        places = way_up(chart)
        parts = places.zip(hands(places)).chunk_while { |(one, here), (other, there)| one.string == other.string && here == there }.to_a
        before = [HOME, *parts.map { _1.first[1] }]
        parts.zip(before).map { |part, last| words(part, last, names) }.join(', ')
      end

      # A scale by its name; nil when it cannot be played so. options: as Exercise#chart.
      #   InFingers.sentence('D major', exercise, catalogue, instrument: violin) # => "D major: D 0 1 high 2 3, A 0 1 high 2 3."
      def self.sentence(name, exercise, catalogue, **options)
        chart = exercise.chart(catalogue, **options)
        "#{name}: #{of(chart)}." unless chart.is_a?(Chart::Impossible)
      end

      # Places from the first note to the highest, a repeated one once.
      def self.way_up(chart)
        top = chart.entries.map { _1.sounding.midi }.max
        places = chart.entries.first(chart.entries.index { _1.sounding.midi == top } + 1).map(&:place)
        places.chunk_while { |one, other| one.visible == other.visible }.map(&:first)
      end

      # Where the hand is at each place; an open string keeps it where it was.
      def self.hands(places)
        hand = HOME
        places.map { |place| place.open? ? hand : (hand = place.hand.words) }
      end

      def self.words(part, last, names)
        fingers = part.map { |place, _| "#{SAID[place.placement]}#{place.finger}" }
        ["#{"#{part[0][1]}: " if part[0][1] != last}#{names[part[0][0].string]}", *fingers].join(' ')
      end
      private_class_method :way_up, :hands, :words
    end
  end
end
