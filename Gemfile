# frozen_string_literal: true

source 'https://rubygems.org'

# core: parsing and archives; everything else there is plain Ruby
gem 'diff-lcs', '~> 1.6' # finds the notes of a tune again after it was edited
gem 'midilib', '~> 4.0' # writes Standard MIDI Files
gem 'nokogiri', '~> 1.18.10'
gem 'numo-narray-alt', '~> 0.9.14' # arrays of numbers: what a take sounds like
gem 'numo-pocketfft', '~> 0.7.0' # Fourier transforms of them
gem 'rubyzip', '~> 2.4'
gem 'sin_lru_redux', '~> 2.5' # what was used last, kept; of server and core
gem 'zeitwerk', '~> 2.6.18'

# server
gem 'bcrypt', '~> 3.1'
gem 'browser', '~> 5.3' # what a browser calls itself, in words, for the list of log-ins
gem 'ferrum', '~> 0.17' # drives Chromium, which makes PDFs of our own pages
gem 'icalendar', '~> 2.13' # writes calendars, with time zones from tzinfo
gem 'mail', '~> 2.8' # composes letters to account holders, and sends them by SMTP
gem 'mysql2', '~> 0.5.7'
gem 'net-smtp', '~> 0.5'
gem 'prometheus-client', '~> 4.2' # figures of the running server, in the usual text format, over all its processes
gem 'puma', '~> 8.0'
gem 'rack', '~> 3.2'
gem 'rack-attack', '~> 6.8' # limits how often a source may ask for what is costly or can be guessed
gem 'rack-protection', '~> 4.2'
gem 'rack-session', '~> 2.1'
gem 'rackup', '~> 2.3'
gem 'roda', '~> 3.109'
gem 'rodauth', '~> 2.49'
gem 'rotp', '~> 6.3' # one-time codes
gem 'rqrcode', '~> 3.0' # asked for by Rodauth beside one-time codes
gem 'sequel', '~> 5.110'
gem 'sinatra', '~> 4.2'
gem 'tzinfo', '~> 2.0'
gem 'tzinfo-data', '~> 1.2026' # the zones themselves, wherever it runs
gem 'webauthn', '~> 3.4' # passkeys

group :test do
  gem 'axe-core-capybara', '~> 4.14', require: false
  gem 'capybara', '~> 3.40'
  gem 'head_music', '~> 8.1.1', require: false # newer ones need a newer Ruby
  gem 'json_schemer', '~> 2.5'
  gem 'rack-test', '~> 2.2'
  gem 'rspec', '~> 3.13'
  gem 'rubocop', '~> 1.92', require: false
  gem 'rubocop-rspec', require: false
  gem 'rubocop-sequel', require: false
  gem 'selenium-webdriver', '~> 4.32.0' # later needs Ruby 3.2
end
