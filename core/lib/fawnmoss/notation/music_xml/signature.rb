# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # What an <attributes> element says of meter, key, clef and divisions. Parts that it does not name are nil.
      class Signature
        CLEFS = { 'G' => 'treble', 'F' => 'bass' }.freeze
        SIGNS = { 'common' => [4, 4], 'cut' => [2, 2] }.freeze # and nothing else
        C_CLEFS = { '3' => 'alto', '4' => 'tenor' }.freeze

        # refuse: called as refuse.(message, remedy); must raise.
        def initialize(attributes, refuse)
          @inside = Children.new(attributes)
          @refuse = refuse
        end

        # Of a quarter; Integer or nil.
        def divisions
          text = @inside['divisions']&.text.to_s.strip
          text.match?(/\A\d{1,6}(\.0+)?\z/) && text.to_i.positive? ? text.to_i : nil
        end

        # Theory::Meter, or :free where there is none to count by; nil when nothing is said.
        def meter
          time = @inside['time'] or return
          inside = Children.new(time)
          return :free if inside['senza-misura'] || inside['beats'].nil? || inside['beat-type'].nil?

          plain = several(inside)
          SIGNS[time['symbol']] == [plain.beats, plain.unit] ? Theory::Meter.new(beats: plain.beats, unit: plain.unit, symbol: time['symbol']) : plain
        rescue InvalidInput => e
          @refuse.call(e.message, 'Only meters of up to 24 beats are read.')
        end

        # Theory::Key, or nil.
        def key
          inside = Children.new(@inside['key'] || return)
          fifths = inside['fifths']&.text.to_s.strip
          return Theory::Key.new(fifths: 0, mode: 'major') if fifths.empty? # a key of its own signs: they stand before the notes

          @refuse.call("#{fifths.inspect} is not a number of sharps or flats", nil) unless fifths.match?(/\A-?[0-7]\z/)
          mode = inside['mode']&.text.to_s.strip
          Theory::Key.new(fifths: fifths.to_i, mode: Theory::Key::MODES.key?(mode) ? mode : 'major')
        end

        # 'treble', 'alto', 'tenor', 'bass' or nil.
        def clef
          inside = Children.new(@inside['clef'] || return)
          CLEFS[inside['sign']&.text] || C_CLEFS[inside['line']&.text]
        end

        private

        # 3/4, also written as 3+2/8 or as two fractions side by side.
        def several(inside)
          units = inside.all('beat-type').map { _1.text.strip.to_i }
          beats = inside.all('beats').map { |one| one.text.split('+').sum(&:to_i) }
          unit = units.max
          Theory::Meter.parse("#{beats.zip(units).sum { |count, of| of.to_i.positive? ? count * unit / of : count }}/#{unit}")
        end
      end
    end
  end
end
