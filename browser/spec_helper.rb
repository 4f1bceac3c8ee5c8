# frozen_string_literal: true

# Journeys through the real thing: the server under Puma, MariaDB, the built page, headless Chromium.
ENV['FAWNMOSS_DB_NAME'] ||= 'fawnmoss_browser'
ENV['FAWNMOSS_FAST_HASH'] = 'yes'
ENV['FAWNMOSS_QUIET'] = 'yes'
ENV['APP_ENV'] = 'production'
ENV['FAWNMOSS_LIMITS'] = 'sign_ups=1000,forgotten=1000'

require 'tmpdir'
ENV['FAWNMOSS_OUTBOX'] = Dir.mktmpdir('fawnmoss-outbox').tap { |folder| at_exit { FileUtils.rm_rf(folder) } }
ENV['FAWNMOSS_OUTBOX_PAGE'] = 'yes'

require 'bcrypt'
require 'capybara/rspec'
require_relative 'support/chromium'

require_relative '../demo/seed'
require_relative 'support/steps'

RSpec.configure do |config|
  config.include Capybara::DSL
  config.include Capybara::RSpecMatchers
  config.include Steps
  config.disable_monkey_patching!

  config.before(:suite) { Steps.fresh_studio }

  config.before do
    Steps.pass_midnight
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
