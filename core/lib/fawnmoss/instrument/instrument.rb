# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # One instrument with its tuning. open: the open strings as written on its page, low to high (Pitch); the bass
    # writes an octave above its sound. sounds_below: semitones the sound lies below the page (12 for the bass,
    # 10 in solo tuning). hand: the Hands object that knows where fingers fall. Other fields: core/data/instruments.yml.
    Instrument = Value.of(:id, :name, :open, :sounds_below, :clef, :hand, :slight_ring, :weak_fourth, :contact_zone, :bridge,
                          :set_bow, :bow_start, :positions, :tapes, :lengths, :tuning, :bass_hand, :midi_program) do
      # data: one entry of instruments.yml. tuning: 'standard' or 'solo'; bass_hand: '1-2-4' or '1-2-3-4'.
      # Raises InvalidInput when the instrument has no such tuning or hand.
      def self.from_data(id, data, tuning: 'standard', bass_hand: '1-2-4')
        sounding = data.fetch(self::TUNINGS.fetch(tuning) { refuse('tuning', tuning, self::TUNINGS.keys) }) do
          refuse('tuning', tuning, ['standard'])
        end.map { Theory::Pitch.parse(_1) }
        new(id:, name: data['name'], open: written(data), tuning:, bass_hand:, hand: Hands.for(data['hand'], bass_hand),
            sounds_below: written(data).first.midi - sounding.first.midi,
            clef: data['clef'], slight_ring: data['slight_ring'], weak_fourth: data['fourth_finger'] == 'weak',
            contact_zone: data['contact_zone'], bridge: data['bridge'], set_bow: data['set_bow'], bow_start: data['bow_start'],
            positions: data['positions'], tapes: data['tapes'], lengths: data['lengths'], midi_program: data['midi_program'])
      end

      def self.written(data)
        octaves = Theory::Interval.octaves(data['written_above'] / 12)
        data['strings'].map { Theory::Pitch.parse(_1).up(octaves) }
      end
      private_class_method :written

      def self.refuse(field, value, allowed)
        raise InvalidInput.new("#{value.inspect} is not a #{field} of this instrument", where: { field: },
                                                                                        remedy: "Choose #{allowed.join(' or ')}.")
      end
      private_class_method :refuse

      # Letters of the strings, low to high: %w[G D A E].
      def string_names = open.map(&:name)

      # The written pitch as it sounds (spelled by octaves; in solo tuning a whole tone above orchestral tuning).
      #   bass.sounding(Pitch.parse('D3')).to_s # => "D2"
      def sounding(pitch)
        octave = pitch.up(Theory::Interval.octaves(-(sounds_below / 12.0).round))
        sounds_below == 10 ? octave.up(Theory::Interval.new(steps: 1, semitones: 2)) : octave
      end

      def lowest = open.first
    end

    Instrument::TUNINGS = { 'standard' => 'strings', 'solo' => 'solo_strings' }.freeze
  end
end
