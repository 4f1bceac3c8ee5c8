# frozen_string_literal: true

require 'fileutils'
require 'rbconfig'
require 'socket'
require 'tmpdir'

module FawnmossServer
  module Boot
    # A PDF of one of our own pages: asks the Printer, which it starts when there is none.
    class Pdf
      # No PDF now: too many at once, no Chromium, or the page did not get ready.
      class Away < StandardError
        def remedy = 'Print the page instead, or try again in a moment.'
      end

      PAPERS = %w[A4 Letter].freeze
      ORIGIN = 'X-Fawnmoss-Origin' # header by which the printed page learns the address that people know
      STARTING = 20 # seconds that the printer may take to be there
      PATIENCE = 90 # seconds for its answer: those it gives a page, and a little more
      TRIES = 2 # it may have ended by itself just now
      PRINTER = File.expand_path('printer.rb', __dir__)

      # path: of the page, such as '/cards/3'; whose: studio id; port: where this server listens on loopback; headers: with the request's own
      # cookie, so that the page shows what the teacher may see; paper: of PAPERS; query: what else the page is told. Returns the bytes. Raises Away, and
      # Apart::Busy when too many wait: Chromium is large, and the pages it asks for need threads too.
      def self.of(path, whose:, port:, headers:, paper:, query: {})
        job = { address: "http://127.0.0.1:#{port}", path: "#{path}?#{Rack::Utils.build_query(query.merge('paper' => paper))}", paper:, headers: }
        Apart.seat(:pages, whose) { new(folder).print(job) }
      end

      # One for all processes of the server, and for nobody else at this machine.
      def self.folder
        File.join(Dir.tmpdir, "fawnmoss-print-#{FawnmossServer.settings.database[:port]}-#{Process.uid}").tap { FileUtils.mkdir_p(_1, mode: 0o700) }
      end

      def initialize(folder)
        @folder = folder
        @socket = File.join(folder, 'socket')
      end

      # One at a time over all processes: one page in the making leaves room for those who wait for nothing but an answer, and ends sooner.
      def print(job)
        File.open(File.join(@folder, 'lock'), File::CREAT | File::RDWR, 0o600) do |file|
          file.flock(File::LOCK_EX)
          TRIES.times do
            found = ask(job) and return found
            FileUtils.rm_f(@socket) # it may still be ending: nobody is to ask it any more
          end
          raise Away, 'The PDF could not be made (the printer ended).'
        end
      end

      private

      # The bytes; nil when the printer ended before it answered. Raises Away.
      def ask(job)
        line = connected || start
        line.puts(JSON.generate(job))
        line.wait_readable(PATIENCE) or raise Away, 'The page did not get ready in time.'
        head = line.gets or return
        said = JSON.parse(head)
        raise Away, "The PDF could not be made (#{said['why']})." if said['why']

        line.read(said['bytes'])
      rescue Errno::EPIPE, Errno::ECONNRESET
        nil
      ensure
        line&.close
      end

      def connected
        UNIXSocket.new(@socket)
      rescue Errno::ENOENT, Errno::ECONNREFUSED
        nil
      end

      def start
        FileUtils.rm_f(@socket) # of one that was killed
        code = "require #{PRINTER.dump}; FawnmossServer::Boot::Printer.new(ARGV[0]).run"
        pid = Process.spawn(RbConfig.ruby, '-rbundler/setup', '-e', code, @socket, chdir: File.expand_path('../..', __dir__), pgroup: true, %i[in out err] => File::NULL)
        Process.detach(pid)
        stop = Clock.now + STARTING
        while Clock.now < stop
          found = connected and return found
          sleep 0.05
        end
        raise Away, 'The PDF could not be made (the printer does not start).'
      end
    end
  end
end
