# frozen_string_literal: true

# Takes the pictures of docs/screenshots from a freshly seeded demo studio. Called by bin/pictures.
ENV['FAWNMOSS_QUIET'] = 'yes'

require 'bcrypt'
require 'capybara/dsl'
require 'open3'
require 'tmpdir'
require_relative 'support/chromium'
require_relative '../demo/seed'

# One picture after the other, as a teacher would meet the views.
class Pictures
  include Capybara::DSL

  FOLDER = File.expand_path('../docs/screenshots', __dir__)

  def take
    demo = Demo.new(Date.today)
    demo.remove if demo.present?
    demo.seed
    Capybara.threadsafe = false
    size(1280, 800)
    visit '/login'
    shot 'login'
    log_in
    views
    desk
    cards
  end

  private

  def size(width, height, mobile: false)
    page.driver.browser.execute_cdp('Emulation.setDeviceMetricsOverride', width:, height:, deviceScaleFactor: 1, mobile:)
  end

  def shot(name)
    sleep 1.2 # fonts, plots and transitions
    page.driver.save_screenshot(File.join(FOLDER, "#{name}.png"))
  end

  def log_in
    fill_in 'Email', with: Demo::EMAIL
    fill_in 'Password', with: Demo::PASSWORD
    click_button 'Log in'
    find('nav[aria-label="Places"]')
    find('h3', match: :first)
  end

  def pupil(name)
    visit '/pupils'
    click_link name
    find('h1', text: name)
  end

  def views
    shot 'today'
    visit '/pupils'
    find('table')
    shot 'pupils'
    pupil 'Linnet'
    find('.plot canvas')
    shot 'pupil'
    click_button 'Two notes in one bow: started, next'
    page.scroll_to(find('.detail'), align: :center)
    shot 'path'
    visit '/tunes'
    find('li.tune', match: :first)
    shot 'tunes'
    tunes
  end

  def tunes
    click_button 'Add tunes'
    Dir.mktmpdir do |folder|
      files = { 'little-fern.abc' => "X:1\nT:Little Fern\nM:4/4\nL:1/4\nK:G\nG A B c|d2 B2|]", 'heron.abc' => "X:1\nT:Heron\nM:4/4\nL:1/4\nK:G\nG A B c|d2 & B2|]" }
      find('input[type=file]', visible: :all).attach_file(files.map { |name, text| File.join(folder, name).tap { File.write(_1, text) } })
      find('.items li.failed')
    end
    shot 'tune-files'
    visit "/tunes/#{FawnmossServer::Models::Tune.first(title: 'The Fawn at Dusk').id}"
    find('[data-drawn]', wait: 30)
    find('textarea[aria-label="The tune as ABC text"]').send_keys("\nA B & c|")
    find('[role=alert]')
    shot 'tune-edit'
    page.execute_script('localStorage.clear()')
  end

  def chart(who, title, version, steps)
    pupil who
    visit '/tunes'
    find('li.tune', text: title).click_button(version)
    find('.sheet[data-engraved="yes"] .band', match: :first, wait: 30)
    steps.times { page.driver.browser.action.send_keys(:arrow_right).perform }
  end

  def desk
    chart('Linnet', 'Three on a Bench', 'Simple chart', 6)
    shot 'chart-desk'
    chart('Bram', 'Brother John', 'Simple chart', 3)
    shot 'chart-desk-bass'
    page.execute_script("localStorage.setItem('fawnmoss.theme', 'dark')")
    chart('Maren', 'Herbs at the Fair', 'Full', 0)
    find('[role=tab]', text: 'Spots').click
    find('.side .head', match: :first).click
    shot 'chart-desk-dark'
    page.execute_script("localStorage.setItem('fawnmoss.theme', 'light')")
    in_step
  end

  def in_step
    pupil 'Linnet'
    visit '/scales'
    find('.sheet[data-engraved="yes"] .band', match: :first, wait: 30)
    shot 'scales'
    chart('Oskar', 'Old Acquaintance', 'Full', 0)
    click_link 'Compare'
    find('.step .part .band', match: :first, wait: 30)
    shot 'compare'
    visit "/tunes/#{FawnmossServer::Models::Tune.first(title: 'Brother John').id}/group"
    find('.step .part .band', match: :first, wait: 30)
    shot 'group'
    chart('Maren', 'Herbs at the Fair', 'Full', 0)
    click_link 'Issue card'
    find('.preview .sheet[data-engraved="yes"] .band', match: :first, wait: 30)
    find('summary', text: 'What goes in').click
    shot 'card-make'
  end

  def cards
    pupil 'Linnet'
    click_link 'No. 3, Brook Song'
    find('.sheet[data-engraved="yes"] .band', match: :first, wait: 30)
    shot 'card'
    print_page
    path = find('[data-link]')[:href]
    size(390, 844, mobile: true)
    visit path
    find('.sheet[data-engraved="yes"] .band', match: :first, wait: 30)
    shot 'card-phone'
  end

  # The printed page, as a picture of its first sheet.
  def print_page
    pdf = page.driver.browser.execute_cdp('Page.printToPDF', printBackground: true, preferCSSPageSize: true)['data'].unpack1('m')
    out, status = Open3.capture2e('pdftoppm', '-r', '80', '-png', '-singlefile', '-', File.join(FOLDER, 'card-print'), stdin_data: pdf)
    raise out unless status.success?
  end
end

Pictures.new.take
