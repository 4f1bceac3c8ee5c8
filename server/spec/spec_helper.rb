# frozen_string_literal: true

ENV['FAWNMOSS_DB_NAME'] ||= 'fawnmoss_test'
ENV['FAWNMOSS_FAST_HASH'] = 'yes'
ENV['FAWNMOSS_QUIET'] = 'yes'
ENV['APP_ENV'] = 'test'
ENV['FAWNMOSS_LOOKS'] = 'at once'
ENV['FAWNMOSS_LIMITS'] = 'sign_ups=100000,imports=100000,forgotten=100000'

require 'rack/test'
require_relative '../fawnmoss_server'

FawnmossServer.boot(ENV)
FawnmossServer::Boot::Database.migrate(FawnmossServer.db)

require_relative 'support/contract'
require_relative 'support/studio'

RSpec.configure do |config|
  config.include Rack::Test::Methods
  config.include StudioSteps
  config.disable_monkey_patching!
  config.order = :random

  # Every example in a transaction that is rolled back; the ones that need several connections clean up themselves.
  config.around do |example|
    next example.run if example.metadata[:own_rows]

    FawnmossServer.db.transaction(rollback: :always, auto_savepoint: true) { example.run }
  end

  # What stood behind an "internal" that an example did not expect.
  config.after do |example|
    wrong = last_request.env['fawnmoss.error'] if example.exception
    warn "#{example.description}: #{wrong}" if wrong
  rescue Rack::Test::Error # it asked for nothing
    nil
  end
end
