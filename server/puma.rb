# frozen_string_literal: true

require 'etc'

# Loopback only. As many processes as cores, so that no request holds up those that come to another; heavy work runs apart in any case
# (server/apart.rb). The threads that may wait for it are fewer than all, so that some are always free.
bind "tcp://127.0.0.1:#{ENV.fetch('FAWNMOSS_PORT', '9393')}"
workers Integer(ENV.fetch('FAWNMOSS_WORKERS', Etc.nprocessors))
threads 4, 32
preload_app!
environment 'production'
rackup File.expand_path('config.ru', __dir__)
http_content_length_limit 64_000_000 # bytes: refused before it is read
before_fork { FawnmossServer.db.disconnect }
before_worker_boot do # what waited while the server was stopped
  [FawnmossServer::Mailing, FawnmossServer::Endings].each { _1::BEHIND.start }
  [FawnmossServer::Ahead, FawnmossServer::Hearing].each(&:start)
end
