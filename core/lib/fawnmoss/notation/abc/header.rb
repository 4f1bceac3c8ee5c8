# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # The information fields before the music: title, meter, unit length, tempo, key (ABC standard 2.1, section 3).
      class Header
        KEPT = %w[X T C O R S N Z B D F G H A I U m r s].freeze # title, composer, remarks and settings of layout: text only
        LEFT_OUT = { 'P' => 'the order of parts' }.freeze
        MODES = { '' => 'major', 'maj' => 'major', 'ion' => 'ionian', 'm' => 'minor', 'min' => 'minor', 'aeo' => 'aeolian',
                  'mix' => 'mixolydian', 'dor' => 'dorian', 'phr' => 'phrygian', 'lyd' => 'lydian', 'loc' => 'locrian' }.freeze
        CLEFS = %w[treble alto tenor bass].freeze

        # left_out: what was knowingly left out, each once.
        attr_reader :title, :composer, :meter, :key, :clef, :left_out

        def initialize
          @title = ''
          @composer = ''
          @left_out = []
        end

        # One field. place: { line:, column: }. Raises InvalidTune with that place.
        def take(name, value, place)
          case name
          when 'M' then @meter = meter_from(value, place)
          when 'L' then @unit = unit_from(value, place)
          when 'Q' then @tempo = tempo_from(value, place)
          when 'K' then read_key(value, place)
          else text_field(name, value, place)
          end
        end

        # Unit note length in quarters: as given, or an eighth, or a sixteenth when the meter is under 3/4 (ABC 2.1, 3.1.7).
        def unit = @unit || (Rational(meter.beats, meter.unit) < 3/4r ? 1/4r : 1/2r)

        # Quarters a minute, or nil.
        attr_reader :tempo

        private

        def text_field(name, value, place)
          return @left_out << LEFT_OUT[name] if LEFT_OUT[name]

          refuse("#{name}: fields are not read", place, 'Remove the line.') unless KEPT.include?(name)
          plain = value.gsub('\\%', '%')
          @title = plain if name == 'T' && @title.empty?
          @composer = plain if name == 'C' && @composer.empty?
        end

        def meter_from(value, place)
          Theory::Meter.parse(value)
        rescue InvalidInput => e
          refuse(e.message, place, e.remedy)
        end

        def unit_from(value, place)
          match = %r{\A1/(1|2|4|8|16|32)\z}.match(value) or refuse("#{value.inspect} is not a unit length", place, 'Write L:1/8.')
          Rational(4, match[1].to_i)
        end

        # Quarters a minute from 1/4=72, 3/8=60, 120 or "Slow" 1/4=60. Words alone say nothing a chart could use.
        def tempo_from(value, place)
          match = %r{\A(?:"[^"]*"\s*)?(?:(\d{1,2})/(\d{1,2})\s*=\s*)?(\d{1,4})(?:\s*"[^"]*")?\z}.match(value)
          unless match
            @left_out << 'the tempo'
            return
          end

          beat = match[1] ? Rational(match[1].to_i * 4, [match[2].to_i, 1].max) : 1r
          rate = (beat * match[3].to_i).to_i
          refuse("#{value.inspect} is not a tempo from 20 to 300 quarters a minute", place, 'Write Q:1/4=72.') unless rate.between?(20, 300)
          rate
        end

        def read_key(value, place)
          match = /\A([A-G])([#b]?)\s*([A-Za-z]*)(?:\s+(.*))?\z/.match(value)
          return key_none(value, place) unless match

          word = mode(match[3])
          return key_none(value, place) unless word || CLEFS.include?(match[3])

          @key = Theory::Key.of(match[1] + match[2], word || 'major')
          read_clef([(match[3] unless word), match[4]].compact.join(' '), place)
        rescue InvalidInput => e
          refuse(e.message, place, 'Write K:G or K:Dm.')
        end

        def mode(word)
          return 'minor' if word == 'm'

          MODES[word.downcase[0, 3]]
        end

        def key_none(value, place)
          match = /\A(?:none\b)?\s*(clef=\S+)?\s*\z/.match(value)
          refuse("#{value.inspect} is not a key", place, 'Write K:G or K:Dm, with clef=bass if you like.') unless match
          @key = Theory::Key.of('C', 'major')
          read_clef(match[1].to_s, place)
        end

        def read_clef(words, place)
          words.split.each do |word|
            clef = word.delete_prefix('clef=')
            refuse("#{word.inspect} after the key is not read", place, 'Only clef=treble, alto, tenor or bass is.') unless CLEFS.include?(clef)
            @clef = clef
          end
        end

        def refuse(message, place, remedy = nil) = raise(InvalidTune.new(message, where: place, remedy:))
      end
    end
  end
end
