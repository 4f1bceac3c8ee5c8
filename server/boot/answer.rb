# frozen_string_literal: true

module FawnmossServer
  module Boot
    # A finished JSON answer, for the layers around the routes.
    module Answer
      # Shape of every error: { error: { message:, remedy:, where:, ... } }.
      def self.error(status, message, **more)
        body = JSON.generate(error: { message:, remedy: nil, where: {}, **more })
        [status, { 'content-type' => 'application/json', 'content-length' => body.bytesize.to_s }, [body]]
      end
    end
  end
end
