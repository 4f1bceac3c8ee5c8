# frozen_string_literal: true

require 'rack/protection'

module FawnmossServer
  module Boot
    # Changes are taken from our own page only; the answer to others is JSON like every answer.
    class SameOrigin < Rack::Protection::HttpOrigin
      def default_reaction(_env) = Answer.error(403, 'This request came from another site.')
    end
  end
end
