# frozen_string_literal: true

require 'json'
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
    attr_reader :settings, :db, :catalogue

    # env: ENV or a hash as Boot::Settings.from. Connects, but does not migrate.
    def boot(env)
      @settings = Boot::Settings.from(env)
      @db = Boot::Database.connect(@settings.database)
      @catalogue = FawnmossData.load
      self
    end

    # The Rack application, built from everything above.
    def app = Boot::Stack.app(settings)
  end
end
