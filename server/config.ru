# frozen_string_literal: true

require_relative 'fawnmoss_server'

FawnmossServer.boot(ENV)
FawnmossServer::LOADER.eager_load
run FawnmossServer.app
