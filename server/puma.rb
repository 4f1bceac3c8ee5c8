# frozen_string_literal: true

# Loopback only. One process with threads is enough for a studio; see docs/operating.md for more.
bind "tcp://127.0.0.1:#{ENV.fetch('FAWNMOSS_PORT', '9393')}"
threads 2, 8
environment 'production'
rackup File.expand_path('config.ru', __dir__)
