# frozen_string_literal: true

require_relative 'fawnmoss_server'

FawnmossServer.boot(ENV)
FawnmossServer::LOADER.eager_load
Fawnmoss::LOADER.eager_load # threads and forked processes find everything there
FawnmossServer::Boot::Warm.up
run FawnmossServer.app
