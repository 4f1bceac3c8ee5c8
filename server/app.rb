# frozen_string_literal: true

require 'sinatra/base'

module FawnmossServer
  # Routes and nothing else: each is a line or three, from input to action to JSON.
  class App < Sinatra::Base
    disable :sessions, :protection, :show_exceptions, :raise_errors, :dump_errors, :static, :logging
    set :host_authorization, { permitted_hosts: [] } # checked in Boot::Stack, for every path

    helpers Routes::Help
    register Routes::Account, Routes::Pupils, Routes::Lessons, Routes::Studios, Routes::People, Routes::Tunes, Routes::Charts, Routes::Together,
             Routes::Cards, Routes::Groups, Routes::Takes, Routes::Page

    error(Exception) do
      raise env['sinatra.error'] if Boot::Again.worth?(env['sinatra.error']) # Boot::Again tries it once more

      halt Boot::Failures.answer(env['sinatra.error'], env)
    end
  end
end
