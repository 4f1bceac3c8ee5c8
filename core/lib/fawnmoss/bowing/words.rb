# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # Words for how much bow a stroke takes, where on it, and how fast against its neighbours.
    module Words
      SAVE = 0.6  # slower than this share of its neighbours' speed
      QUICK = 1.6 # faster than this
      GROWS = 1.25 # a stroke that ends with so many times the bow it began with grows
      LONG = 1.2 # seconds: a single note long enough to grow

      # planned: all strokes of the tune in order; asked: Asked. Returns one text per stroke.
      #   from 0.0 to 1.0 -> "whole bow"; from 1.0 to 0.5 -> "upper half"
      def self.for(planned, asked)
        speeds = planned.map { _1.length / _1.stroke.duration.to_f }
        planned.each_with_index.map do |stroke, index|
          near = [index - 1, index + 1].grep(0...planned.size).map { speeds[_1] }
          [extent(stroke), pace(speeds[index], near), swell(planned, index, asked)].compact.join(', ')
        end
      end

      def self.extent(stroke)
        low, high = [stroke.from, stroke.to].minmax
        case high - low
        when (0.9..) then 'whole bow'
        when (0.65..) then 'most of the bow'
        when (0.4..) then half((low + high) / 2)
        when (0.27..) then "a third, #{part((low + high) / 2)}"
        else "short, #{part((low + high) / 2)}"
        end
      end

      def self.half(centre)
        if centre < 0.38
          'lower half'
        else
          (centre > 0.62 ? 'upper half' : 'middle half')
        end
      end

      def self.part(centre)
        if centre < 0.36
          'near the frog'
        else
          (centre > 0.64 ? 'near the tip' : 'in the middle')
        end
      end

      def self.pace(speed, near)
        return if near.empty?

        usual = near.sum / near.size
        return 'save' if speed < usual * SAVE

        'quick' if speed > usual * QUICK
      end

      # Where the loudness changes under one bow, the bow is not spent evenly; nil where all are alike.
      def self.swell(planned, index, asked)
        from, to = ends(planned, index, asked)
        return 'keep bow for the end' if to >= from * GROWS

        'spend it first' if from >= to * GROWS
      end

      # How loud it begins and ends; a long note alone goes on to the next.
      def self.ends(planned, index, asked)
        stroke = planned[index].stroke
        last = stroke.notes.last
        if stroke.notes.one? && stroke.seconds >= LONG && planned[index + 1]
          follows = planned[index + 1].stroke.notes.first
          last = follows unless asked.phrases.include?(follows)
        end
        [stroke.notes.first, last].map { asked.loudness(_1) }
      end
      private_class_method :extent, :half, :part, :pace, :swell, :ends
    end
  end
end
