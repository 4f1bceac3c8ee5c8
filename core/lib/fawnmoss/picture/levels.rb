# frozen_string_literal: true

module Fawnmoss
  module Picture
    # How the bow slants on each string: the strings lie on the arc of the bridge, and the bow touches it there. As the player sees it, the hand with the
    # frog on the right: over the strings on violin and viola, from above on cello and bass, whose lowest string is nearest the bow hand.
    module Levels
      SHOWN = { 'each' => [[0], [1], [2], [3]], 'pair' => [[1], [1, 2], [2]], 'skip' => [[0], [1], [2]] }.freeze # by string from the left

      # shown: of SHOWN. Returns { strings: [{ name:, x:, y: }], from the left, lines: [{ x:, y:, degrees:, words: }], caption: }. x, y: mm from the
      # bridge's highest point, y upward; degrees: the frog's end higher (positive) or lower.
      #   Levels.of('each', violin)[:lines].map { _1[:degrees] } # => [23.1, 7.7, -7.7, -23.1]
      def self.of(shown, instrument)
        radius, spacing = instrument.bridge.values_at('radius', 'spacing')
        angles = (0..3).map { (_1 - 1.5) * spacing / radius }
        names = Picture.strings(instrument)
        lines = SHOWN.fetch(shown).map { |strings| line(angles.values_at(*strings).sum / strings.size, radius, names.values_at(*strings)) }
        { strings: names.zip(angles).map { |name, angle| { name:, **place(angle, radius) } }, lines:, caption: caption(lines, instrument) }
      end

      def self.place(angle, radius) = { x: (radius * Math.sin(angle)).round(1), y: (radius * (Math.cos(angle) - 1)).round(1) }
      def self.line(angle, radius, names) = { **place(angle, radius), degrees: 0.0 - (angle * 180 / Math::PI).round(1), words: names.join(' and ') }

      def self.caption(lines, instrument)
        seen = Picture.upright?(instrument) ? 'seen from above' : 'as you look along the strings'
        where = lines.map { |line| "#{line[:words]}: #{slant(line[:degrees], instrument)}" }
        "The bow’s slant, #{seen}, the hand on the right. #{where.join('; ')}."
      end

      def self.slant(degrees, instrument)
        return 'level' if degrees.abs < 1

        up, down = Picture.upright?(instrument) ? ['further forward', 'nearer to you'] : %w[higher lower]
        "the hand #{'a little ' if degrees.abs < 12}#{degrees.positive? ? up : down}"
      end
      private_class_method :place, :line, :caption, :slant
    end
  end
end
