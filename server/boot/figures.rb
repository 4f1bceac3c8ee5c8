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
      NAMED = %r{/(?:\d+|[A-Za-z0-9_-]{40,})(?=/|\z)} # ids and tokens in an address
      OTHER = '(other)' # what is no place of ours, so that strangers cannot make the list grow
      PLACES = %r{\A/(api|k|feed|healthz|readyz)(/|\z)}
      TIMES = [0.01, 0.03, 0.1, 0.3, 1, 3, 10, 30].freeze # seconds
      FORWARDED = %w[HTTP_X_FORWARDED_FOR HTTP_FORWARDED HTTP_X_REAL_IP].freeze
      LOOPBACK = %w[127.0.0.1 ::1].freeze

      # The figures themselves, made once before the server's processes are forked.
      class Book
        # folder: where the processes write their parts.
        def initialize(folder)
          store = Prometheus::Client::DataStores::DirectFileStore.new(dir: folder)
          @registry = Prometheus::Client::Registry.new
          made = ->(kind, name, words, labels, **more) { add(store, kind, name, words, labels, **more) }
          @requests = made.call(:Counter, :requests_total, 'Requests answered', %i[method place status])
          @seconds = made.call(:Histogram, :request_seconds, 'How long requests took', %i[place], buckets: TIMES)
          @apart = made.call(:Histogram, :apart_seconds, 'How long heavy work took, its wait for a seat included', %i[lane], buckets: TIMES)
          @refused = made.call(:Counter, :apart_refused_total, 'Heavy work that found its queue full, or went over its limits', %i[lane why])
          @waiting = made.call(:Gauge, :apart_waiting, 'Heavy work that waits or runs', %i[lane], store_settings: { aggregation: :sum })
          @connections = made.call(:Gauge, :database_connections, 'Connections to the database', [], store_settings: { aggregation: :sum })
        end

        def request(method, place, status, seconds)
          @requests.increment(labels: { method:, place:, status: })
          @seconds.observe(seconds, labels: { place: })
          @connections.set(FawnmossServer.db.pool.size)
        end

        # Counts heavy work while the block does it.
        def apart(lane)
          @waiting.increment(labels: { lane: })
          started = Figures.now
          yield.tap { @apart.observe(Figures.now - started, labels: { lane: }) }
        rescue Apart::Busy, Apart::Failed => e
          @refused.increment(labels: { lane:, why: e.is_a?(Apart::Busy) ? 'full' : 'limits' })
          raise
        ensure
          @waiting.decrement(labels: { lane: })
        end

        def text = Prometheus::Client::Formats::Text.marshal(@registry)

        private

        def add(store, kind, name, words, labels, **more)
          Prometheus::Client.config.data_store = store # each is given its part of it when it is made
          @registry.register(Prometheus::Client.const_get(kind).new(:"fawnmoss_#{name}", docstring: words, labels:, **more))
        end
      end

      def self.now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

      # Book of this server; its folder goes with the process that made it.
      def self.book
        @book ||= begin
          folder = Dir.mktmpdir('fawnmoss-figures')
          owner = Process.pid
          at_exit { FileUtils.rm_rf(folder) if Process.pid == owner }
          Book.new(folder)
        end
      end

      def initialize(app) = @app = app

      def call(env)
        return own(env) if env['PATH_INFO'] == PATH

        started = self.class.now
        @app.call(env).tap { |status, *| self.class.book.request(env['REQUEST_METHOD'], self.class.place(env['PATH_INFO']), status, self.class.now - started) }
      end

      # An address without what tells one row from another.
      #   Figures.place('/api/pupils/12/plan') # => "/api/pupils/:id/plan"
      def self.place(path)
        return OTHER unless path.match?(PLACES) && path.length < 100

        path.gsub(NAMED, '/:id').sub(%r{\A/(k|feed)/.*}, '/\1/:id').sub(%r{\A(/api/skills|/api/hand|/api/pictures)/[^/]+}, '\1/:id')
      end

      private

      def own(env)
        return Answer.error(404, 'There is nothing here.') unless LOOPBACK.include?(env['REMOTE_ADDR']) && FORWARDED.none? { env.key?(_1) }

        [200, { 'content-type' => Prometheus::Client::Formats::Text::CONTENT_TYPE, 'cache-control' => 'no-store' }, [self.class.book.text]]
      end
    end
  end
end
