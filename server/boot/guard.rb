# frozen_string_literal: true

module FawnmossServer
  module Boot
    # Turns whatever the layers below could not answer into an answer: a database that is away, input refused before the routes, and
    # mistakes of ours.
    class Guard
      def initialize(app) = @app = app

      def call(env)
        @app.call(env)
      rescue StandardError => e
        Failures.answer(e, env)
      end
    end
  end
end
