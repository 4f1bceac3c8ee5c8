# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # How Reader reads what holds for the whole part: meter, key, clef.
      module Signature
        private

        def read_signature(measure)
          attributes = measure.at_xpath('attributes')
          refuse('the first bar names no key, meter or divisions') unless attributes
          refuse('the part has two staves', 'Export one staff alone.') if attributes.at_xpath('staves')&.text.to_i > 1
          @meter = meter(attributes)
          @key = key(attributes)
          @clef = { 'G' => 'treble', 'F' => 'bass' }[attributes.at_xpath('clef/sign')&.text] || c_clef(attributes)
        end

        def c_clef(attributes) = { '3' => 'alto', '4' => 'tenor' }[attributes.at_xpath('clef/line')&.text]

        def meter(attributes)
          beats, unit = %w[beats beat-type].map { attributes.at_xpath("time/#{_1}")&.text.to_s.strip }
          refuse('there is no meter') if beats.empty?
          plain = Theory::Meter.parse("#{beats}/#{unit}")
          symbol = attributes.at_xpath('time/@symbol')&.value
          %w[common cut].include?(symbol) ? Theory::Meter.new(beats: plain.beats, unit: plain.unit, symbol:) : plain
        rescue InvalidInput => e
          refuse(e.message, 'Only plain meters such as 3/4 or 6/8 are read.')
        end

        def key(attributes)
          fifths = attributes.at_xpath('key/fifths')&.text || '0'
          mode = attributes.at_xpath('key/mode')&.text.to_s.strip
          refuse("#{fifths.inspect} is not a number of sharps or flats") unless fifths.strip.match?(/\A-?[0-7]\z/)
          Theory::Key.new(fifths: fifths.to_i, mode: Theory::Key::MODES.key?(mode) ? mode : 'major')
        end
      end
    end
  end
end
