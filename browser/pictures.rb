# frozen_string_literal: true

# Takes the pictures of docs/screenshots from a freshly seeded demo studio. Called by bin/pictures.
ENV['FAWNMOSS_QUIET'] = 'yes'

require 'bcrypt'
require 'capybara/dsl'
require 'open3'
require 'tmpdir'
require_relative 'support/microphone'
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
    log_in
    views
    lessons
    desk
    recordings
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
    pupil 'Linnet'
    find('.plot canvas')
    page.scroll_to(find('h2', text: 'Path'), align: :top)
    find('.stone', text: 'Two notes in one bow').click
    page.scroll_to(find('h2', text: 'Path'), align: :top)
    shot 'pupil'
    visit '/tunes'
    find('li.tune', match: :first)
    shot 'tunes'
    tunes
  end

  # The last recording of a pupil, what they tell over the weeks, the tuner.
  def recordings
    row = FawnmossServer::Models::Pupil.first(name: 'Linnet')
    visit "/takes/#{FawnmossServer::Models::Take.where(pupil_id: row.id).order(:id).last.id}"
    find('.page[data-state=heard] .sheet[data-engraved="yes"] .band', match: :first, wait: 180)
    shot 'recording'
    visit "/pupils/#{row.id}/takes"
    find('.plot canvas', match: :first)
    shot 'recordings'
    Microphone.tone(438, 20)
    visit '/tuner'
    click_button 'Listen'
    find('.meter[data-verdict=low]')
    shot 'tuner'
  end

  # The lesson of a group.
  def together
    group = FawnmossServer::Models::Group.first(name: 'Lane band')
    visit "/groups/#{group.id}?date=#{Date.today}"
    find('.v-autocomplete', text: 'Tune').find('input').set('Brother')
    find('.v-list-item', text: 'Brother John').click
    find('.v-select', text: 'friendliest for all')
    click_button 'Begin the lesson'
    find('[role=group][aria-label="How Play Brother John, all went"]')
    shot 'group'
  end

  # A pupil's fit, progress, plan and lesson, the studio and its week.
  def lessons
    row = FawnmossServer::Models::Pupil.first(name: 'Linnet')
    { 'fit' => '.tapes tr', 'progress' => 'canvas', 'plan' => '.items li' }.each do |name, part|
      visit "/pupils/#{row.id}/#{name}"
      find(part, match: :first)
      shot name
    end
    visit '/studio'
    find('.habits li', match: :first)
    shot 'studio'
    visit '/calendar'
    find('.column .lesson', match: :first)
    shot 'calendar'
    visit "/pupils/#{row.id}/plan"
    click_button 'Begin the lesson'
    find('.lesson h1')
    4.times { page.driver.browser.action.send_keys(:arrow_right).perform }
    page.driver.browser.action.send_keys('2').perform
    find('.sheet[data-engraved="yes"] .band', match: :first, wait: 180)
    shot 'lesson'
  end

  def tunes
    visit '/tunes/new'
    find('.staff[data-drawn]', wait: 180)
    choose 'by string and finger'
    fill_in 'Title', with: 'Moss Stairs'
    find('h1').click
    ['d', '0', '1', '2', '3', 'a', '0', '+', '3', '.', '2', '1', '0', 'd', '3', '2', '1', '0', '+', '1', '2', 'l', '3', '1', '0', :home, *[:arrow_right] * 5, '.'].each do |key|
      page.driver.browser.action.send_keys(key).perform
    end
    find('.odd', match: :first)
    shot 'tune-edit'
    page.execute_script('localStorage.clear()')
  end

  def chart(who, title, version, steps)
    pupil who
    visit '/tunes'
    find('li.tune', text: title).click_button(version)
    find('.sheet[data-engraved="yes"] .band', match: :first, wait: 180)
    steps.times { page.driver.browser.action.send_keys(:arrow_right).perform }
  end

  def desk
    chart('Linnet', 'Three on a Bench', 'Simple chart', 6)
    shot 'chart-desk'
    page.execute_script("localStorage.setItem('fawnmoss.theme', 'dark')")
    score
    page.execute_script("localStorage.setItem('fawnmoss.theme', 'light')")
    together
  end

  # A tune with two parts, a note of one in hand, in the dark theme.
  def score
    studio = FawnmossServer::Models::Studio[FawnmossServer::Models::Pupil.first(name: 'Linnet').studio_id]
    tune = studio.tunes_dataset.first(title: 'Brook Song')
    charts = { 'Linnet' => 'tune', 'Maren' => 'second', 'Bram' => 'bass' }.map do |name, part|
      fields = { 'tune_id' => tune.id, 'pupil_id' => studio.pupils_dataset.first(name:).id, 'part' => part }
      FawnmossServer::Actions::Charts.found(studio, FawnmossServer::Inputs::Fields.new(fields), Date.today).id
    end
    visit "/tunes/#{tune.id}/together?charts=#{charts.join(',')}"
    find('.score[data-engraved="yes"] .chord', match: :first, wait: 180)
    9.times { page.driver.browser.action.send_keys(:arrow_right).perform }
    find('.panel h2')
    shot 'together'
  end

  def cards
    pupil 'Linnet'
    click_link 'No. 3, Brook Song'
    find('.sheet[data-engraved="yes"] .band', match: :first, wait: 180)
    print_page('card-print')
    path = find('[data-link]')[:href]
    size(390, 844, mobile: true)
    visit path
    find('.sheet[data-engraved="yes"] .band', match: :first, wait: 180)
    shot 'card-phone'
    told(row_of('Five Stones'))
  end

  def row_of(title) = FawnmossServer::Models::Card.where(title:).all.find { _1.pupil.name == 'Linnet' }

  # What a pupil is told at home.
  def told(card)
    solved = FawnmossServer::Actions::Charts.solved(FawnmossServer::Models::Chart[card.chart_id], Date.today).first
    Microphone.pupil(solved, { 'tempo' => 70, 'faults' => [{ 'kind' => 'finger', 'string' => 'D', 'finger' => 2, 'cents' => -19 }, { 'kind' => 'stop', 'note' => 9, 'seconds' => 1.4 }] })
    visit "/k/#{card.live_link.token}"
    click_button 'Record yourself'
    find('input[type=file]', visible: :all).attach_file(Microphone::FILE)
    find('.shown[data-state=heard] .sheet[data-engraved="yes"] .band', match: :first, wait: 180)
    page.scroll_to(find('.shown'), align: :top)
    page.execute_script('scrollBy(0, -60)')
    shot 'recording-phone'
  end

  # The printed page, as a picture of its first sheet.
  def print_page(name)
    pdf = page.driver.browser.execute_cdp('Page.printToPDF', printBackground: true, preferCSSPageSize: true)['data'].unpack1('m')
    out, status = Open3.capture2e('pdftoppm', '-r', '80', '-png', '-singlefile', '-', File.join(FOLDER, name), stdin_data: pdf)
    raise out unless status.success?
  end
end

Capybara.default_driver = :listening
Pictures.new.take
