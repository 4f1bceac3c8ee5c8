# frozen_string_literal: true

module Fawnmoss
  # Makes small frozen values, equal by content, with named fields.
  #   Value.of(:line, :column).new(line: 1, column: 4).frozen? # => true
  module Value
    # Returns a Struct class whose instances are frozen when built; unknown or missing names raise ArgumentError
    # for unknown, nil for missing, as in Struct.
    def self.of(*fields, &body)
      Struct.new(*fields, keyword_init: true) do
        def initialize(**)
          super
          derive
          freeze
        end

        # A copy with some fields changed.
        #   Value.of(:line, :column).new(line: 1, column: 4).copy(column: 5).column # => 5
        def copy(**changes) = self.class.new(**to_h, **changes)

        # What a value works out once, when it is built, and keeps.
        def derive; end

        class_eval(&body) if body
      end
    end
  end
end
