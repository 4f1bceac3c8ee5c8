# frozen_string_literal: true

module FawnmossServer
  module Routes
    # The built front end: files as they are, and the one page for every address that is not a file or the API.
    module Page
      LONG = 'public, max-age=31536000, immutable'
      # Copies that the build puts beside a file (web/scripts/compress.mjs), the smallest first.
      COPIES = { 'br' => '.br', 'gzip' => '.gz' }.freeze

      # Sends a file of the build, or its compressed copy when the browser takes one.
      module Send
        def send_asset(file, cache, type: nil)
          headers 'cache-control' => cache, 'vary' => 'Accept-Encoding'
          accepted = request.env['HTTP_ACCEPT_ENCODING'].to_s
          encoding, ending = COPIES.find { |name, copy| accepted.match?(/\b#{name}\b/) && File.file?(file + copy) }
          headers 'content-encoding' => encoding if encoding
          send_file "#{file}#{ending}", type: type || File.extname(file), disposition: nil
        end
      end

      def self.registered(app)
        app.helpers Send
        app.get('/api/*') { halt Boot::Answer.error(404, 'There is nothing here.', code: 'missing') }

        app.get('/*') do
          path = Rack::Utils.clean_path_info(Rack::Utils.unescape_path(request.path_info))
          file = File.join(FawnmossServer.settings.assets, path)
          send_asset(file, path.start_with?('/assets/', '/vendor/') ? LONG : 'no-cache') if path != '/' && File.file?(file)

          halt 404 if path.start_with?('/assets/', '/vendor/')
          send_asset(File.join(FawnmossServer.settings.assets, 'index.html'), 'no-cache', type: :html)
        end
      end
    end
  end
end
