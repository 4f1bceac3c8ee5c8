# frozen_string_literal: true

require 'capybara'
require 'selenium-webdriver'
require_relative '../../server/fawnmoss_server'

# The real server on loopback and a headless Chromium at it, for journeys and pictures.
FawnmossServer.boot(ENV)
FawnmossServer::Boot::Database.migrate(FawnmossServer.db)
FawnmossServer::LOADER.eager_load

# The line between browser and server: cut, every request ends without an answer, as when a router is switched off.
Line = Struct.new(:app, :cut) do
  def call(env)
    return app.call(env) unless cut

    env['rack.hijack'].call.close
    [503, {}, []]
  end
end
Capybara.app = Line.new(FawnmossServer.app, false)
Capybara.server = :puma, { Silent: true, Threads: '1:5', config_files: ['-'] } # else it loads a config/puma.rb
Capybara.default_max_wait_time = 25 # what a busy machine takes; nothing waits longer than it must
Capybara.default_retry_interval = 0.05 # each look costs the page and the driver work that a busy machine needs elsewhere
Capybara.enable_aria_label = true
# A browser. more: flags besides.
def chromium(app, more = [])
  options = Selenium::WebDriver::Chrome::Options.new(binary: '/usr/bin/chromium', timeouts: { script: 120_000 }) # axe takes its time on a busy machine
  %w[--headless=new --no-sandbox --disable-dev-shm-usage --disable-gpu --disable-quic --no-first-run --disable-background-networking
     --disable-component-update --disable-sync --force-prefers-reduced-motion --hide-scrollbars --force-device-scale-factor=1 --window-size=1280,800].push(*more).each { options.add_argument(_1) }
  options.add_option('goog:loggingPrefs', { browser: 'ALL' })
  # With the path Selenium does not try to download a driver.
  Capybara::Selenium::Driver.new(app, browser: :chrome, options:, service: Selenium::WebDriver::Service.chrome(path: '/usr/bin/chromedriver'))
end

Capybara.register_driver(:chromium) { |app| chromium(app) }
Capybara.default_driver = :chromium
