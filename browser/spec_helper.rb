# frozen_string_literal: true

# Journeys through the real thing: the server under Puma, MariaDB, the built page, headless Chromium.
ENV['FAWNMOSS_DB_NAME'] ||= 'fawnmoss_browser'
ENV['FAWNMOSS_FAST_HASH'] = 'yes'
ENV['FAWNMOSS_QUIET'] = 'yes'
ENV['APP_ENV'] = 'production'

require 'bcrypt'
require 'capybara/rspec'
require 'selenium-webdriver'
require 'tmpdir'
require_relative '../server/fawnmoss_server'

FawnmossServer.boot(ENV)
FawnmossServer::Boot::Database.migrate(FawnmossServer.db)
FawnmossServer::LOADER.eager_load

require_relative '../demo/seed'
require_relative 'support/steps'

Capybara.app = FawnmossServer.app
Capybara.server = :puma, { Silent: true, Threads: '1:5', config_files: ['-'] } # else it loads a config/puma.rb
Capybara.default_max_wait_time = 8
Capybara.enable_aria_label = true
Capybara.register_driver(:chromium) do |app|
  options = Selenium::WebDriver::Chrome::Options.new(binary: '/usr/bin/chromium')
  %w[--headless=new --no-sandbox --disable-dev-shm-usage --disable-gpu --disable-quic --no-first-run --disable-background-networking
     --disable-component-update --disable-sync --hide-scrollbars --force-device-scale-factor=1 --window-size=1280,800].each { options.add_argument(_1) }
  options.add_option('goog:loggingPrefs', { browser: 'ALL' })
  # With the path Selenium does not try to download a driver.
  Capybara::Selenium::Driver.new(app, browser: :chrome, options:, service: Selenium::WebDriver::Service.chrome(path: '/usr/bin/chromedriver'))
end
Capybara.default_driver = :chromium

RSpec.configure do |config|
  config.include Capybara::DSL
  config.include Capybara::RSpecMatchers
  config.include Steps
  config.disable_monkey_patching!

  config.before(:suite) do
    demo = Demo.new(Date.today)
    demo.remove if demo.present?
    other = FawnmossServer.db[:accounts].exclude(email: Demo::EMAIL)
    FawnmossServer.db[:studios].where(account_id: other.select(:id)).delete
    other.delete
    demo.seed
  end

  config.before do
    page.driver.browser.execute_cdp('Emulation.setDeviceMetricsOverride', width: 1280, height: 800, deviceScaleFactor: 1, mobile: false)
  end

  # No journey may leave an error in the browser's console, except failed requests that it provokes.
  config.after do |example|
    if example.exception
      FileUtils.mkdir_p('tmp')
      page.driver.save_screenshot(File.expand_path("tmp/#{example.description[0, 40].gsub(/\W+/, '-')}.png"))
      next
    end
    serious = page.driver.browser.logs.get(:browser).select { _1.level == 'SEVERE' && !_1.message.include?('Failed to load resource') }
    expect(serious.map(&:message)).to eq([])
  ensure
    Capybara.reset_sessions!
  end
end
