# frozen_string_literal: true

# See bin/cluster.

require 'bundler/setup'
require 'optparse'
require_relative 'set_up'
require_relative 'prove'

seconds = 15
proving = false
OptionParser.new('usage: bin/cluster [--prove] [--seconds N]') do |options|
  options.on('--prove', 'under load, with nodes and servers killed') { proving = true }
  options.on('--seconds N', Integer, 'that each part of it lasts, usually 15') { seconds = _1 }
end.parse!

$stdout.sync = true
trap('TERM') { exit 143 }
set_up = SetUp.new(ENV.fetch('CLUSTER_STATE'), scripts: ENV.fetch('CLUSTER_SCRIPTS'), serve: ENV.fetch('CLUSTER_SERVE').split("\n"),
                                                 more: proving ? Prove::ENVIRONMENT : {})
begin
  set_up.start do |environment|
    made = proving ? Prove.prepare(environment) : system(environment, 'bundle', 'exec', 'ruby', 'demo/seed.rb', '--demo')
    made or abort('The tables could not be made.')
  end
  if proving
    exit(Prove.new(set_up, seconds).run ? 0 : 1)
  else
    puts "\n  Open    http://127.0.0.1:#{set_up.front.port}\n  Log in  demo@fawnmoss.example  with  brook under the birch\n  " \
         "Mail    http://127.0.0.1:#{set_up.front.port}/outbox\n  Ctrl+C stops it all."
    sleep
  end
rescue Interrupt
  puts
ensure
  set_up.stop
end
