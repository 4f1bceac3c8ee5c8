# frozen_string_literal: true

module Fawnmoss
  # Makes small frozen values, equal by content, with named fields.
  #   Value.of(:line, :column).new(line: 1, column: 4).frozen? # => true
  module Value
    # Returns a Struct class whose instances are built by name and frozen; an unknown name raises ArgumentError, a missing one is nil.
    def self.of(*fields, &body)
      Struct.new(*fields) do
        # Spelled out with the fields' own names: several times quicker than a hash of them.
        class_eval <<~RUBY, __FILE__, __LINE__ + 1
          def initialize(#{fields.map { "#{_1}: nil" }.join(', ')}) # def initialize(line: nil, column: nil)
            super(#{fields.join(', ')})                             #   super(line, column)
            derive                                                  #   derive
            freeze                                                  #   freeze
          end                                                       # end
        RUBY

        alias_method :fields_by_name, :to_h # whatever a value makes of to_h

        # A copy with some fields changed.
        #   Value.of(:line, :column).new(line: 1, column: 4).copy(column: 5).column # => 5
        def copy(**changes) = self.class.new(**fields_by_name, **changes)

        # What a value works out once, when it is built, and keeps.
        def derive; end

        class_eval(&body) if body
      end
    end
  end
end
