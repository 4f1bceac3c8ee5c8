# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What a take is held against, beside its chart. a4: Hz; temperament: a name of Theory::Temperament; limit: cents from which a note is flat or sharp.
    Asked = Value.of(:a4, :temperament, :limit) do
      # Checked, with what is usual where nothing is said. Raises InvalidInput.
      def self.build(a4: 440.0, temperament: 'equal', limit: 15)
        number('a4', a4, 380..500, 'Hz')
        number('limit', limit, 3..50, 'cents')
        names = Theory::Temperament::NAMES
        names.include?(temperament) or raise InvalidInput.new("#{temperament.inspect} is not a temperament", where: { field: 'temperament' },
remedy: "Choose one of #{names.join(', ')}.")
        new(a4: a4.to_f, temperament:, limit:)
      end

      def self.number(field, value, range, unit)
        return if value.is_a?(Numeric) && range.cover?(value)

        raise InvalidInput.new("#{value.inspect} is not possible", where: { field: }, remedy: "It may be #{range.begin} to #{range.end} #{unit}.")
      end
      private_class_method :number

      # Cents by which A4 lies over 440 Hz.
      def shift = Cents.tuning(a4)
    end
  end
end
