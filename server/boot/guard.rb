# frozen_string_literal: true

module FawnmossServer
  module Boot
    # Turns what the account layer cannot foresee into answers: a database that is away, and mistakes of ours.
    class Guard
      def initialize(app) = @app = app

      def call(env)
        @app.call(env)
      rescue Sequel::DatabaseError => e
        env['fawnmoss.error'] = "#{e.class}: #{e.message}"
        Failures.away?(e) ? Failures.away : Failures.ours(e, env)
      end
    end
  end
end
