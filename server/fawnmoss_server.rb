# frozen_string_literal: true

require 'digest'
require 'json'
require 'lru_redux'
require 'zeitwerk'
require_relative '../core/load_data'

# The web application: accounts, rows, routes. The music is in the core.
module FawnmossServer
  LOADER = Zeitwerk::Loader.new
  LOADER.push_dir(__dir__, namespace: self)
  LOADER.ignore("#{__dir__}/fawnmoss_server.rb", "#{__dir__}/migrations", "#{__dir__}/spec", "#{__dir__}/config.ru", "#{__dir__}/puma.rb")
  LOADER.setup

  # Settings, database and catalogue are set once, before the first request.
  class << self
    attr_reader :settings, :db, :catalogue, :engine, :code

    # env: ENV or a hash as Boot::Settings.from. Connects, but does not migrate.
    def boot(env)
      @settings = Boot::Settings.from(env)
      @db = Boot::Database.connect(@settings.database)
      @catalogue = FawnmossData.load
      @engine = digest_of(Dir[File.expand_path('../core/{lib,data}/**/*.{rb,yml}', __dir__)].reject { _1.include?('/data/skills/') })
      @code = digest_of(Dir[File.expand_path('../{core/lib,core/data,server}/**/*.{rb,yml}', __dir__)].reject { _1.include?('/server/spec/') })
      self
    end

    # Another as soon as a rule or a weight (engine), or anything at all (code), is another: what was worked out by an older one is worked out anew.
    def digest_of(files) = Digest::SHA256.hexdigest(files.sort.map { File.read(_1) }.join)
    private :digest_of

    # The Rack application, built from everything above.
    def app = Boot::Stack.app(settings)
  end
end
