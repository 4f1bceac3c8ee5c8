# frozen_string_literal: true

require_relative 'fawnmoss_server'

FawnmossServer.boot(ENV)
FawnmossServer::LOADER.eager_load
FawnmossServer::Boot::Warm.up
run FawnmossServer.app
