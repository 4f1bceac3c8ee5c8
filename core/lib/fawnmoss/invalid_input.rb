# frozen_string_literal: true

module Fawnmoss
  # An option or a field out of range or of the wrong kind. `where[:field]` names it.
  class InvalidInput < Error; end
end
