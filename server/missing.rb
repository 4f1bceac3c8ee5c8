# frozen_string_literal: true

module FawnmossServer
  # Nothing of that id in this studio: the same answer whether it exists elsewhere or not.
  class Missing < StandardError; end
end
