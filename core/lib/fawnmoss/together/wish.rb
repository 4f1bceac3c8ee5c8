# frozen_string_literal: true

module Fawnmoss
  module Together
    # What part is wanted beside a tune.
    Wish = Value.of(
      :kind,    # of KINDS
      :side,    # 'above' or 'below' the tune, for a second voice and an answer
      :pace,    # 'tune' in its rhythm, 'beats' a note a beat, 'strong' a note a strong beat
      :pitches, # names of the written pitches that the player has, or nil for all of the positions asked for
      :avoid,   # [[bar number, pitch name], ...] that would ask for what the player has not learnt
      :chords,  # [[bar number, count, chord symbol], ...] that the teacher sets; count as text, "5/2"
      :notes    # [[bar number, count, pitch name or 'rest'], ...] likewise
    ) do
      # Raises InvalidInput naming the field.
      #   Wish.build(kind: 'second').side # => "below"
      def self.build(kind:, side: nil, pace: nil, pitches: nil, avoid: nil, chords: nil, notes: nil)
        { kind: self::KINDS, side: [nil, *self::SIDES], pace: [nil, *self::PACES] }.each do |field, allowed|
          given = { kind:, side:, pace: }[field]
          refuse(field, given, allowed.compact) unless allowed.include?(given)
        end
        lists = { avoid:, chords:, notes: }.transform_values { (_1 || []).freeze }
        odd = lists.find { |name, list| !list.all? { |one| place?(name, one) } } and refuse('place', odd.last, ['[bar, count, what]'])
        new(kind:, side: side || 'below', pace: pace || 'tune', pitches: pitches&.freeze, **lists)
      end

      # For chords alone, whatever part goes with them.
      def self.of_chords(chords) = build(kind: 'second', chords:)

      # The same in another key: what is set goes along. Raises InvalidInput where a note cannot be written there.
      def up(interval)
        return self if interval.semitones.zero? && interval.steps.zero?

        moved = notes.map { |bar, count, name| [bar, count, name == 'rest' ? name : Theory::Pitch.parse(name).up(interval).to_s] }
        copy(notes: moved.freeze, chords: chords.map { |bar, count, text| [bar, count, Theory::ChordSymbol.parse(text)&.up(interval).to_s] }.freeze)
      end

      # The same for a tune whose bars were changed. bars: { printed bar before => now }.
      def carried(bars)
        moved = %i[chords notes avoid].to_h { |list| [list, self[list].filter_map { |bar, *rest| [bars[bar], *rest] if bars[bar] }.freeze] }
        copy(**moved)
      end

      # From plain data, as it is stored and sent.
      def self.from_plain(data) = build(**data.slice(*members.map(&:to_s)).transform_keys(&:to_sym))
      def to_plain = to_h.compact.transform_keys(&:to_s)

      # What is avoided has no count.
      def self.place?(list, one)
        return false unless one.is_a?(Array) && one.first.is_a?(Integer) && one.drop(1).all?(String)

        list == :avoid ? one.size == 2 : one.size == 3 && one[1].match?(self::COUNT)
      end

      def self.refuse(field, given, allowed)
        raise InvalidInput.new("#{given.inspect} is no #{field} of a part", where: { field: field.to_s }, remedy: "Choose #{allowed.join(', ')}.")
      end
      private_class_method :refuse, :place?

      # { [bar number, count] => what is set there }. Raises InvalidInput where two things are set at one place. list: chords or notes.
      def self.places(list)
        list.group_by { |bar, count, _| [bar, Rational(count)] }.transform_values do |same|
          said = same.map(&:last).uniq
          next said.first if said.one?

          raise InvalidInput.new("#{said.join(' and ')} are both set there", where: { bar: same[0][0], beat: same[0][1] }, remedy: 'Take one of them away.')
        end
      end
    end

    Wish::KINDS = %w[drone open bass second answer].freeze
    Wish::SIDES = %w[below above].freeze
    Wish::PACES = %w[tune beats strong].freeze
    Wish::COUNT = %r{\A\d{1,3}(/[1-9]\d{0,2})?\z} # what is counted in a bar: 1, 5/2
  end
end
