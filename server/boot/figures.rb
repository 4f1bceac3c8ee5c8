# frozen_string_literal: true

require 'prometheus/client'
require 'prometheus/client/data_stores/direct_file_store'
require 'prometheus/client/formats/text'
require 'tmpdir'

module FawnmossServer
  module Boot
    # What a keeper of the server wants to watch, over all its processes, in the usual text format: /metrics. Nothing in it is about a person, and nobody
    # who comes through a balancer is answered.
    class Figures
      PATH = '/metrics'
      OTHER = '(other)' # what is no place of ours, so that strangers cannot make the list grow
      ACCOUNTS = Accounts::PLACES.to_set { "/api/#{_1}" }.freeze # which no route of the app answers
      METHODS = %w[GET POST PUT PATCH DELETE HEAD OPTIONS].freeze
      TIMES = [0.01, 0.03, 0.1, 0.3, 1, 3, 10, 30].freeze # seconds
      FORWARDED = %w[HTTP_X_FORWARDED_FOR HTTP_FORWARDED HTTP_X_REAL_IP].freeze
      LOOPBACK = %w[127.0.0.1 ::1].freeze

      # True for who sits at this machine: by loopback, and not passed on by another server.
      def self.from_here?(env) = LOOPBACK.include?(env['REMOTE_ADDR']) && FORWARDED.none? { env.key?(_1) }

      # The figures themselves, made once before the server's processes are forked.
      class Book
        # folder: where the processes write their parts.
        def initialize(folder)
          Prometheus::Client.config.data_store = Prometheus::Client::DataStores::DirectFileStore.new(dir: folder) # each is given its part of it when made
          @registry = Prometheus::Client::Registry.new
          @requests = add(:Counter, :requests_total, 'Requests answered', %i[method place status])
          @seconds = add(:Histogram, :request_seconds, 'How long requests took', %i[place], buckets: TIMES)
          @apart = add(:Histogram, :apart_seconds, 'How long heavy work took, its wait for a seat included', %i[lane], buckets: TIMES)
          @refused = add(:Counter, :apart_refused_total, 'Heavy work that found its queue full, or went over its limits', %i[lane why])
          @again = add(:Counter, :again_total, 'Requests tried again because the database gave them up (conflict) or was away', %i[why])
          @waiting = add(:Gauge, :apart_waiting, 'Heavy work that waits or runs', %i[lane], store_settings: { aggregation: :sum })
          @connections = add(:Gauge, :database_connections, 'Connections to the database', [], store_settings: { aggregation: :sum })
        end

        def request(method, place, status, seconds)
          safely do
            @requests.increment(labels: { method:, place:, status: })
            @seconds.observe(seconds, labels: { place: })
            @connections.set(FawnmossServer.db.pool.size)
          end
        end

        def again(why) = safely { @again.increment(labels: { why: }) }

        # Counts heavy work while the block does it.
        def apart(lane)
          safely { @waiting.increment(labels: { lane: }) }
          started = Clock.now
          yield.tap { safely { @apart.observe(Clock.now - started, labels: { lane: }) } }
        rescue Apart::Busy, Apart::Failed => e
          safely { @refused.increment(labels: { lane:, why: e.is_a?(Apart::Busy) ? 'full' : 'limits' }) }
          raise
        ensure
          safely { @waiting.decrement(labels: { lane: }) }
        end

        def text = Prometheus::Client::Formats::Text.marshal(@registry)

        private

        # A full disk, or a folder that somebody cleared away, costs a figure, never a request.
        def safely
          yield
        rescue SystemCallError, IOError
          nil
        end

        def add(kind, name, words, labels, **more)
          @registry.register(Prometheus::Client.const_get(kind).new(:"fawnmoss_#{name}", docstring: words, labels:, **more))
        end
      end

      # Begins to count: for a server, before its processes are forked, which share the book. Its folder goes with the process that made it.
      def self.open
        @open ||= begin
          folder = Dir.mktmpdir('fawnmoss-figures')
          owner = Process.pid
          at_exit { FileUtils.rm_rf(folder) if Process.pid == owner }
          Book.new(folder)
        end
      end

      # Counts heavy work while the block does it, in a server; elsewhere nobody asks.
      def self.apart(lane, &) = @open ? @open.apart(lane, &) : yield

      def self.again(why) = @open&.again(why)

      def initialize(app)
        @app = app
        @book = self.class.open
      end

      def call(env)
        return own(env) if env['PATH_INFO'] == PATH

        started = Clock.now
        @app.call(env).tap { |status, *| @book.request(verb(env), place(env), status, Clock.now - started) }
      end

      private

      def verb(env) = METHODS.find { _1 == env['REQUEST_METHOD'] } || OTHER

      # The route that answered, "/api/pupils/:id/plan", without what tells one row from another.
      def place(env) = env['sinatra.route']&.split(' ', 2)&.last || env['PATH_INFO'].then { ACCOUNTS.include?(_1) ? _1 : OTHER }

      def own(env)
        return Answer.error(404, 'There is nothing here.') unless Figures.from_here?(env)

        [200, { 'content-type' => Prometheus::Client::Formats::Text::CONTENT_TYPE, 'cache-control' => 'no-store' }, [@book.text]]
      end
    end
  end
end
