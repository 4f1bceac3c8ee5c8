# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # How the parts of the reader refuse what cannot be read.
      module Refusing
        private

        # where: { line:, column: } or { field: }; remedy: what to do, or nil.
        def refuse(message, where, remedy = nil) = raise(InvalidTune.new(message, where:, remedy:))
      end
    end
  end
end
