# frozen_string_literal: true

require 'ferrum'
require 'json'
require 'socket'

module FawnmossServer
  module Boot
    # A process of its own that makes PDFs of our own pages, one at a time, with one Chromium that sees only this server. Between two PDFs a page stands by
    # in a session that nobody has used, with the engraver loaded; it serves one PDF and is gone. The process ends with the one that started it, and
    # by itself when nobody wanted a PDF for a while. Pdf asks it; it needs nothing else of the server.
    class Printer
      BROWSER = File.expand_path('chromium', __dir__) # after all that answers requests
      # Notes engraved, those of all cards where there are several, or a page that has none and says it is ready.
      READY = '[data-cards="ready"], body:not(:has(.card-paper ~ .card-paper)) .sheet[data-engraved="yes"] .band, [data-ready]:not(:has(.sheet))'
      STANDING_BY = '[data-standby="yes"]'
      PATIENCE = 60 # seconds for a page
      SOON = 20 # seconds for one that stands by
      IDLE = 600 # seconds without a PDF until it ends
      FRAMES = 0.15 # seconds: the bands are drawn two frames after the staff
      FLAGS = { 'no-sandbox' => nil, 'disable-dev-shm-usage' => nil, 'disable-gpu' => nil, 'no-first-run' => nil, 'disable-background-networking' => nil,
                'disable-component-update' => nil, 'disable-sync' => nil, 'host-resolver-rules' => 'MAP * ~NOTFOUND, EXCLUDE 127.0.0.1' }.freeze

      # A page in a session of its own. key: what it was prepared for.
      Standby = Struct.new(:key, :context, :page)

      # path: of the socket on which it is asked, in a folder of ours.
      def initialize(path)
        @path = path
        @parent = Process.ppid
      end

      # A line of JSON comes in: { address:, path:, paper:, headers: }; a line { bytes: } and so many bytes go out, or { why: }.
      def run
        server = UNIXServer.new(@path)
        used = now
        while Process.ppid == @parent && now - used < IDLE
          next unless server.wait_readable(1)

          serve(server.accept, server)
          used = now
        end
      ensure
        server&.close
        File.delete(@path) if server
        quit
      end

      private

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

      def browser
        @browser ||= Ferrum::Browser.new(browser_path: BROWSER, headless: 'new', window_size: [1280, 1000], process_timeout: PATIENCE, timeout: PATIENCE,
                                         browser_options: FLAGS)
      end

      def quit
        @browser&.quit
      rescue StandardError
        nil # it was gone before
      ensure
        @browser = @standby = nil
      end

      def serve(client, server)
        job = JSON.parse(client.gets, symbolize_names: true)
        bytes = print(job)
        client.write(JSON.generate(bytes: bytes.bytesize), "\n", bytes)
        client.close
        prepare(job) unless server.wait_readable(0)
      rescue Errno::EPIPE
        nil # nobody waits for it any more
      rescue Ferrum::Error, Errno::ENOENT, SocketError, IOError => e
        tell(client, e.class.name.split('::').last)
        quit # the next begins anew
      ensure
        client.close
      end

      def tell(client, why)
        client.write(JSON.generate(why:), "\n") unless client.closed?
      rescue SystemCallError
        nil
      end

      def key(job) = job.values_at(:address, :paper)

      def print(job)
        one = take(key(job)) || open
        one.page.headers.set(job[:headers].transform_keys(&:to_s))
        go(one, job)
        wait(one.page, READY.to_json, PATIENCE)
        sleep FRAMES
        one.page.pdf(encoding: :binary, print_background: true, prefer_css_page_size: true)
      ensure
        one&.context&.dispose
      end

      # One that stands by goes there by itself; any other is loaded.
      def go(one, job)
        return one.page.go_to(job[:address] + job[:path]) unless one.key

        one.page.execute("window.dispatchEvent(new CustomEvent('fawnmoss:go', { detail: #{job[:path].to_json} }))")
      end

      def take(key)
        found = @standby
        @standby = nil
        return found if found&.key == key

        found&.context&.dispose
        nil
      end

      def open
        context = browser.contexts.create
        Standby.new(nil, context, context.create_page)
      end

      # For the next one; without it that one is only slower.
      def prepare(job)
        one = open
        one.page.go_to("#{job[:address]}/standby?paper=#{job[:paper]}")
        wait(one.page, STANDING_BY.to_json, SOON)
        one.key = key(job)
        @standby = one
      rescue Ferrum::Error
        one&.context&.dispose
      end

      def wait(page, selector, seconds)
        stop = now + seconds
        until page.evaluate("!!document.querySelector(#{selector}) && document.fonts.status === 'loaded'")
          raise Ferrum::TimeoutError if now > stop

          sleep 0.03
        end
      end
    end
  end
end
