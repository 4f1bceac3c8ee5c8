# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # The information fields of a tune: title, meter, unit length, tempo, key, voices (ABC standard 2.1, section 3).
      class Header
        include Refusing

        KEPT = %w[X T C O R S N Z B D F G H A I U m r s w W + E].freeze # title, composer, remarks and settings of layout: text only
        LEFT_OUT = { 'P' => 'the order of parts' }.freeze
        MODES = { '' => 'major', 'maj' => 'major', 'ion' => 'ionian', 'm' => 'minor', 'min' => 'minor', 'aeo' => 'aeolian',
                  'mix' => 'mixolydian', 'dor' => 'dorian', 'phr' => 'phrygian', 'lyd' => 'lydian', 'loc' => 'locrian' }.freeze
        CLEFS = %w[treble alto tenor bass].freeze
        KEY = /\A(?<tonic>[A-G])(?<sign>[#b]?)\s*(?<mode>[A-Za-z]*)(?![A-Za-z=])/
        EXTRA = /(\^\^|\^|__|_|=)([A-Ga-g])/
        PIPES = %w[HP Hp].freeze # highland pipes: F sharp and C sharp, printed or not

        # A key and what its line says besides. extra: { letter => alteration } against the signature; octaves: by which notes sound higher;
        # clef: a name or nil.
        Signature = Value.of(:key, :extra, :octaves, :clef) do
          def alter(letter) = extra.fetch(letter) { key.alter(letter) }
        end

        # What a Q: field says. rate: quarters a minute, or nil; words: or nil.
        Tempo = Value.of(:rate, :words)

        # left_out: what was knowingly left out, each once; signature: Signature; tempo: Tempo or nil.
        attr_reader :title, :composer, :meter, :signature, :left_out, :tempo

        def initialize
          @title = ''
          @composer = ''
          @left_out = []
          @voices = {}
          @clefs = {}
        end

        def key = @signature&.key

        # Of a voice; its own or that of the key line.
        def clef(voice) = @clefs[voice] || @clef

        # One field. place: { line:, column: }. Raises InvalidTune with that place.
        def take(name, value, place)
          case name
          when 'M' then @meter = meter_from(value, place)
          when 'L' then @unit = unit_from(value, place)
          when 'Q' then @tempo = tempo_from(value)
          when 'K' then @signature = key_from(value, place)
          when 'V' then name_voice(value[/\A\S+/].to_s, value)
          else text_field(name, value, place)
          end
        end

        # Unit note length in quarters: as given, or an eighth, or a sixteenth when the meter is under 3/4 (ABC 2.1, 3.1.7).
        def unit
          return @unit if @unit

          @meter.is_a?(Theory::Meter) && @meter.bar_length < 3 ? 1/4r : 1/2r
        end

        # What a V: field says of a voice.
        def name_voice(id, value)
          name = value[/\bn(?:ame|m)?\s*=\s*"([^"]*)"/, 1]
          @voices[id] = name.strip if name
          @clefs[id] ||= clef_in(value.sub(/\A\S+/, ''))
        end

        def voice_name(id) = @voices.fetch(id, '')

        # Theory::Meter, or :free for none. A number alone is a count of quarters, 2 one of halves.
        def meter_from(value, place)
          return :free if value.empty? || value.match?(/\Anone\b/i)

          plain = value.sub(%r{\A(\d+/\d+)\s*\(.*\)\z}, '\1')
          plain = "#{plain}/#{plain == '2' ? 2 : 4}" if plain.match?(/\A\d{1,2}\z/)
          Theory::Meter.parse(plain)
        rescue InvalidInput
          odd_meter(value, place)
        end

        def unit_from(value, place)
          match = %r{\A1/(1|2|4|8|16|32|64)\z}.match(value) || (value == '1' && [nil, 1])
          match ? Rational(4, match[1].to_i) : refuse("#{value.inspect} is not a unit length", place, 'Write L:1/8.')
        end

        # Signature. A line that names only a clef leaves the key as it is. Raises InvalidTune for what is no key.
        def key_from(value, place)
          return pipes if PIPES.include?(value[0, 2])

          match = KEY.match(value)
          word = match && mode(match[:mode])
          word ||= 'major' if match && CLEFS.any? { match[:mode].start_with?(_1) }
          return none(value.sub(/\A[A-G][#b]?\s*exp\b/, 'exp'), place) unless word

          @clef ||= clef_in(value) # the first that is named holds for the tune
          Signature.new(key: Theory::Key.of(match[:tonic] + match[:sign], word), extra: extra(match.post_match), octaves: octaves(value), clef: clef_in(value))
        rescue InvalidInput => e
          refuse(e.message, place, 'Write K:G or K:Dm.')
        end

        # Tempo of 1/4=72, 3/8=60, 120 or "Slow" 1/4=60.
        def tempo_from(value)
          match = %r{(?:(\d{1,2})/(\d{1,2})\s*=\s*)?\b(\d{1,4})\s*(?:"[^"]*")?\s*\z}.match(value)
          rate = match && ((match[1] ? Rational(match[1].to_i * 4, [match[2].to_i, 1].max) : 1r) * match[3].to_i).to_i
          words = value[/"([^"]*)"/, 1] || (value unless match)
          rate = nil unless rate && Score::Tune::TEMPI.cover?(rate)
          @left_out << 'the tempo' unless rate || words
          Tempo.new(rate:, words:)
        end

        private

        def text_field(name, value, place)
          return @left_out << LEFT_OUT[name] if LEFT_OUT[name]

          refuse("#{name}: fields are not read", place, 'Remove the line.') unless KEPT.include?(name)
          plain = value.gsub('\\%', '%')
          @title = plain if name == 'T' && @title.empty?
          @composer = plain if name == 'C' && @composer.empty?
        end

        # "2/4 3/4" and the like say that bars differ: then they are as long as they are written.
        def odd_meter(value, place)
          known = value.scan(%r{\d/\d}).size > 1 || value.match?(%r{C\s*=|\A[^\d]+\d+/\d+\z})
          refuse("#{value.inspect} is not a meter", place, 'Write it like 3/4, 6/8, C or C|.') unless known
          @left_out << 'a meter that changes from bar to bar'
          :free
        end

        def mode(word)
          return 'minor' if word == 'm'

          MODES[word.downcase[0, 3]]
        end

        def pipes = Signature.new(key: Theory::Key.new(fifths: 2, mode: 'major'), extra: {}.freeze, octaves: 0)

        # No signature but what is written out, or no word about the key at all.
        def none(value, place)
          known = value.match?(/\A(?:none\b|#{Regexp.union(CLEFS)}|perc|(?:clef|middle|transpose|octave|staff\w*)=|C?#{EXTRA.source}|exp\b|\z)/)
          refuse("#{value.inspect} is not a key", place, 'Write K:G or K:Dm, with clef=bass if you like.') unless known
          @clef ||= clef_in(value) # the first that is named holds for the tune
          same = key && !value.match?(/none|exp|[\^_]|=[A-Ga-g]\b/) # only a clef
          Signature.new(key: same ? key : Theory::Key.of('C', 'major'), extra: extra(value), octaves: octaves(value), clef: clef_in(value))
        end

        def extra(text) = text.gsub(/\w+=\S+/, '').scan(EXTRA).to_h { |sign, letter| [letter.upcase, Spelling::ACCIDENTALS.fetch(sign)] }.freeze

        # octave=-1, or a clef with a small 8 under or over it.
        def octaves(text)
          small = text[/(?:treble|alto|tenor|bass)([+-])8/, 1]
          (text[/\boctave=(-?\d)/, 1].to_i + { '+' => 1, '-' => -1 }.fetch(small, 0)).clamp(-3, 3)
        end

        def clef_in(value) = CLEFS.find { value.match?(/(?:\A|[\s=])#{_1}/) }
      end
    end
  end
end
