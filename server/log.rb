# frozen_string_literal: true

require 'json'
require 'time'

module FawnmossServer
  # The server's log: a line of JSON each. One that cannot be written, because the disk is full, costs nobody an answer.
  module Log
    def self.say(out: $stdout, **about)
      out.puts JSON.generate(at: Time.now.utc.iso8601(3), **about) unless ENV['FAWNMOSS_QUIET']
    rescue SystemCallError, IOError
      nil
    end
  end
end
