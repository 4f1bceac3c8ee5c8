# frozen_string_literal: true

module FawnmossServer
  module Routes
    # The built front end: files as they are, and the one page for every address that is not a file or the API.
    module Page
      LONG = 'public, max-age=31536000, immutable'

      def self.registered(app)
        app.get('/api/*') { halt Boot::Answer.error(404, 'There is nothing here.', code: 'missing') }

        app.get('/*') do
          path = Rack::Utils.clean_path_info(Rack::Utils.unescape_path(request.path_info))
          file = File.join(FawnmossServer.settings.assets, path)
          if path != '/' && File.file?(file)
            cache = path.start_with?('/assets/', '/vendor/') ? LONG : 'no-cache'
            headers 'cache-control' => cache
            send_file file, disposition: nil
          end

          halt 404 if path.start_with?('/assets/', '/vendor/')
          headers 'cache-control' => 'no-cache'
          send_file File.join(FawnmossServer.settings.assets, 'index.html'), type: :html
        end
      end
    end
  end
end
