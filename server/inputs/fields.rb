# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # Typed fields out of a JSON object. Every reader raises Fawnmoss::InvalidInput naming the field when the value is
    # missing, of the wrong kind, too long or out of range.
    class Fields
      # raw: the parsed body, of whatever kind.
      def initialize(raw)
        refuse(nil, 'The request is not a JSON object.', nil) unless raw.is_a?(Hash)
        @raw = raw
      end

      # Parameters of an address: those of these names that say something; what looks like a whole number is one, except in texts.
      def self.of_address(params, names, texts: [])
        said = params.slice(*names).reject { |_, value| value == '' }
        new(said.to_h { |name, value| [name, !texts.include?(name) && value.is_a?(String) && value.match?(/\A-?\d{1,18}\z/) ? value.to_i : value] })
      end

      # A body as it was parsed. Half a character and control characters, but for line ends and tabs, do not enter.
      def self.of_body(raw)
        new(raw).tap { raw.each { |name, value| clean(value, name) } }
      end

      def self.clean(value, field)
        case value
        when Hash then value.each { |name, inner| [name, inner].each { clean(_1, field) } }
        when Array then value.each { clean(_1, field) }
        when String
          return if value.valid_encoding? && !value.match?(/[[:cntrl:]&&[^\n\r\t]]/)

          raise Fawnmoss::InvalidInput.new('This holds characters that cannot be shown.', where: { field: }, remedy: 'Type it again instead of pasting.')
        end
      end
      private_class_method :clean

      def given?(name) = @raw.key?(name)

      # As it came, for what is checked elsewhere.
      def raw(name) = @raw[name]

      # One line of text without control characters, stripped.
      def text(name, max:, min: 0, default: nil)
        value = fetch(name, default)
        refuse(name, 'This must be text.', nil) unless value.is_a?(String) && value.valid_encoding?
        value = value.strip
        refuse(name, 'This must not be empty.', 'Type something.') if value.length < min
        refuse(name, "This is too long by #{value.length - max} characters.", "#{max} is the limit.") if value.length > max
        refuse(name, 'This holds characters that cannot be shown.', 'Type it again instead of pasting.') if value.match?(/[[:cntrl:]&&[^\n\t]]/)
        value
      end

      # Text kept as it is, line breaks and all.
      def block(name, max:)
        value = fetch(name, nil)
        refuse(name, 'This must be text.', nil) unless value.is_a?(String)
        refuse(name, "This is over #{max / 1000} kB.", 'Send less at once.') if value.bytesize > max
        value
      end

      def integer(name, range, default: nil, optional: false)
        value = fetch(name, default)
        return if value.nil? && optional

        refuse(name, 'This must be a whole number.', "From #{range.min} to #{range.max}.") unless value.is_a?(Integer)
        refuse(name, "#{value} is out of range.", "From #{range.min} to #{range.max}.") unless range.cover?(value)
        value
      end

      # Quarters a minute, or nil for nothing.
      def tempo(name) = integer(name, Fawnmoss::Score::Tune::TEMPI, optional: true)

      # Made where something was typed, so that sending it twice counts once.
      def key(name, optional: false)
        value = text(name, max: 40, default: optional ? '' : nil)
        return if value.empty? && optional

        value.match?(/\A[A-Za-z0-9-]{8,40}\z/) ? value : refuse(name, 'This is not a key.', nil)
      end

      # A number with or without decimals, to a tenth.
      def decimal(name, range, optional: false)
        value = fetch(name, nil)
        return if value.nil? && optional

        value = value.to_f if value.is_a?(String) && value.match?(/\A\d{1,5}(\.\d{1,3})?\z/)
        refuse(name, 'This must be a number.', "From #{range.min} to #{range.max}.") unless value.is_a?(Numeric)
        refuse(name, "#{value} is out of range.", "From #{range.min} to #{range.max}.") unless range.cover?(value)
        value.to_f.round(1)
      end

      def choice(name, allowed, default: nil, optional: false)
        value = fetch(name, default)
        return if value.nil? && optional

        allowed.include?(value) ? value : refuse(name, 'This is not one of the choices.', "Choose #{allowed.join(', ')}.")
      end

      def flag(name, optional: true)
        value = fetch(name, nil)
        return value if [true, false].include?(value) || (value.nil? && optional)

        refuse(name, 'This must be yes or no.', nil)
      end

      # An ISO date within a range of dates.
      def date(name, range, default: nil)
        value = fetch(name, nil)
        return default if value.nil?

        day = value.is_a?(String) && value.match?(/\A\d{4}-\d\d-\d\d\z/) && Date.valid_date?(*value.split('-').map(&:to_i)) ? Date.iso8601(value) : nil
        refuse(name, 'This is not a date.', 'Write it like 2026-03-09.') unless day
        refuse(name, "#{day.strftime('%-d %B %Y')} is out of range.", "From #{range.min} to #{range.max}.") unless range.cover?(day)
        day
      end

      def time(name)
        value = fetch(name, nil)
        return if value.nil? || value == ''

        value.is_a?(String) && value.match?(/\A([01]\d|2[0-3]):[0-5]\d\z/) ? value : refuse(name, 'This is not a time of day.', 'Write it like 16:30.')
      end

      def list(name, max:)
        many(name, max) { nil }.map { Fields.new(_1) }
      end

      # Whole numbers in a range.
      def integers(name, range, max:)
        many(name, max) do |value|
          (value.is_a?(Integer) && range.cover?(value)) or refuse(name, "#{value.inspect} is out of range.", "From #{range.min} to #{range.max}.")
        end
      end

      # { name => whole number } of all fields. form: of their names; range: of the numbers.
      def whole_numbers(form, range, max:)
        refuse('', "These are more than #{max}.", nil) if @raw.size > max
        @raw.to_h do |name, _value|
          refuse(name, "#{name} is not possible here.", nil) unless name.match?(form)
          [name, integer(name, range)]
        end
      end

      # Short texts of a form.
      def words(name, form, max:)
        many(name, max) { |value| (value.is_a?(String) && value.match?(form)) or refuse(name, "#{value.inspect} is not possible here.", nil) }
      end

      def object(name)
        return unless given?(name) && @raw[name]

        @raw[name].is_a?(Hash) ? Fields.new(@raw[name]) : refuse(name, 'This must be an object.', 'Send its fields by name.')
      end

      def refuse(field, message, remedy) = raise(Fawnmoss::InvalidInput.new(message, where: { field: }, remedy:))

      private

      def many(name, max, &)
        value = fetch(name, [])
        refuse(name, 'This must be a list.', nil) unless value.is_a?(Array)
        refuse(name, "More than #{max} entries.", nil) if value.size > max
        value.each(&)
      end

      def fetch(name, default)
        value = @raw[name]
        value.nil? ? default : value
      end
    end
  end
end
