# frozen_string_literal: true

require 'ferrum'
require 'tmpdir'

module FawnmossServer
  module Boot
    # Makes a PDF of one of our own pages in a Chromium of its own, which sees only this server and ends when it is done.
    class Pdf
      # No PDF now: too many at once, no Chromium, or the page did not get ready.
      class Away < StandardError
        def remedy = 'Print the page instead, or try again in a moment.'
      end

      PAPERS = %w[A4 Letter].freeze
      ORIGIN = 'X-Fawnmoss-Origin' # header by which the printed page learns the address that people know
      BROWSER = File.expand_path('chromium', __dir__) # after all that answers requests
      # Notes engraved, those of all cards where there are several, or a page that has none and says it is ready.
      READY = '[data-cards="ready"], body:not(:has(.card-paper ~ .card-paper)) .sheet[data-engraved="yes"] .band, [data-ready]:not(:has(.sheet))'
      PATIENCE = 60 # seconds for the page
      FLAGS = { 'no-sandbox' => nil, 'disable-dev-shm-usage' => nil, 'disable-gpu' => nil, 'no-first-run' => nil, 'disable-background-networking' => nil,
                'disable-component-update' => nil, 'disable-sync' => nil, 'host-resolver-rules' => 'MAP * ~NOTFOUND, EXCLUDE 127.0.0.1' }.freeze

      # path: of the page, such as '/cards/3'; whose: studio id; port: where this server listens on loopback; headers: with the request's own
      # cookie, so that the page shows what the teacher may see; paper: of PAPERS; query: what else the page is told. Returns the bytes. Raises Away, and
      # Apart::Busy when too many wait: Chromium is large, and the pages it asks for need threads too.
      def self.of(path, whose:, port:, headers:, paper:, query: {})
        Apart.seat(:pages, whose) { one_at_a_time { new(port, headers).print("#{path}?#{Rack::Utils.build_query(query.merge('paper' => paper))}") } }
      rescue Ferrum::Error, Errno::ENOENT => e
        raise Away, "The PDF could not be made (#{e.class.name.split('::').last})."
      end

      # Over all processes of the server: one Chromium leaves room for those who wait for nothing but an answer, and ends sooner.
      def self.one_at_a_time
        File.open(File.join(Dir.tmpdir, "fawnmoss-pdf-#{FawnmossServer.settings.database[:port]}"), File::CREAT | File::RDWR, 0o600) do |file|
          file.flock(File::LOCK_EX)
          yield
        end
      end
      private_class_method :one_at_a_time

      def initialize(port, headers)
        @address = "http://127.0.0.1:#{port}"
        @headers = headers
      end

      def print(path)
        browser = Ferrum::Browser.new(browser_path: BROWSER, headless: 'new', window_size: [1280, 1000],
                                      process_timeout: PATIENCE, timeout: PATIENCE, browser_options: FLAGS)
        browser.headers.set(@headers)
        browser.go_to(@address + path)
        wait(browser)
        browser.pdf(encoding: :binary, print_background: true, prefer_css_page_size: true)
      ensure
        browser&.quit
      end

      private

      # Until the notes are engraved and the fonts are there.
      def wait(browser)
        stop = Clock.now + PATIENCE
        until browser.evaluate("!!document.querySelector('#{READY}') && document.fonts.status === 'loaded'")
          raise Away, 'The page did not get ready in time.' if Clock.now > stop

          sleep 0.05
        end
        sleep 0.15 # the bands are drawn two frames after the staff
      end
    end
  end
end
