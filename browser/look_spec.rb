# frozen_string_literal: true

require_relative 'spec_helper'
require 'axe-capybara'
require 'axe/matchers/be_axe_clean'

Axe::Configuration.instance.legacy_mode = true # in the page itself: the other way opens a window and switches to it, which a busy driver loses

RSpec.describe 'the look of it' do
  before { logged_in }

  # axe-core's WCAG 2 A and AA rules, contrast among them; then, in the dark theme, where only colours differ, contrast alone. part: of
  # the page; what lies behind an open dialog is dimmed on purpose. The engraver's drawing is ink on paper, thousands of shapes of it.
  def accessible(part = 'body')
    clean = -> { Axe::Matchers::BeAxeClean.new.within(part).excluding('.staff').excluding('.staves') }
    expect(page).to clean.call.according_to(:wcag2a, :wcag2aa)
    wear('light', 'dark')
    expect(page).to clean.call.checking_only('color-contrast')
    wear('dark', 'light')
  end

  # The rail's own button; a page without a rail has both themes in its style sheet, and which one an element wears is a class.
  def wear(from, other)
    page.execute_script(<<~JS)
      const button = document.querySelector('.rail .theme')
      if (button) button.click()
      else document.querySelectorAll('.v-theme--#{from}').forEach(element => element.classList.replace('v-theme--#{from}', 'v-theme--#{other}'))
    JS
    expect(page).to have_css(".v-theme--#{other}", visible: :all)
    sleep 0.5 if page.has_css?('.v-overlay--active', wait: 0) # its colours change slowly
  end

  # Every line of the account, with what it opens to.
  def open_rows
    expect(page).to have_css('details.fold', minimum: 5)
    page.execute_script('document.querySelectorAll("details.fold").forEach(row => row.open = true)')
    expect(page).to have_button('Send the letters', disabled: true)
  end

  it 'has nothing that axe finds wrong at the doors, in either theme' do
    nonce = FawnmossServer::Signed.nonce
    FawnmossServer.db[:invitations].insert(studio_id: studio.id, email: 'door@example.test', nonce:, expires_at: Time.now.utc + 600)
    token = FawnmossServer::Signed.token(FawnmossServer::Actions::People::KIND, nonce)
    Capybara.reset_sessions!
    { '/open-studio#1_key' => 'Name of the studio', "/invitation##{token}" => 'Password' }.each do |address, field|
      visit 'about:blank'
      visit address
      expect(page).to have_field(field)
      accessible
    end
  ensure
    FawnmossServer.db[:invitations].where(email: 'door@example.test').delete
  end

  it 'has nothing that axe finds wrong in either theme' do
    choose_pupil('Linnet')
    expect(page).to have_css('.plot canvas')
    accessible
    visit '/today'
    expect(page).to have_css('h1', text: Date.today.year.to_s)
    accessible
    visit '/pupils'
    expect(page).to have_css('table')
    accessible
    visit '/tunes'
    expect(page).to have_css('li.tune')
    accessible
    click_button 'Add tunes'
    expect(page).to have_field('ABC or MusicXML text')
    expect(page).to have_no_css('.dialog-transition-enter-active') # colours are half there until it has opened
    accessible('.v-dialog')
    click_button 'Not now'
    open_tune('Brook Song')
    go_to_note(3)
    accessible
    visit "/tunes/#{studio.tunes_dataset.first(title: 'Brook Song').id}/together"
    expect(page).to have_css('.score[data-engraved=yes] .chord', wait: 120)
    find('.chord', match: :first).click
    click_button 'Add a part'
    expect(page).to have_css('.panel h2')
    accessible
  end

  it 'has nothing that axe finds wrong on plan, lesson, fit, progress, calendar and the studio’s path in either theme' do
    choose_pupil('Linnet')
    pupil = studio.pupils_dataset.first(name: 'Oskar')
    { "/pupils/#{pupil.id}/plan" => '.items li', "/pupils/#{pupil.id}/fit" => '.tapes tr', "/pupils/#{pupil.id}/progress" => 'canvas', "/pupils/#{pupil.id}/report" => '.letter h2',
      "/pupils/#{pupil.id}/warm-up" => '.routine li', '/progress' => 'tbody tr', '/calendar' => '.column .lesson', '/care' => 'h2', '/studio' => '.rules input' }.each do |address, part|
      visit address
      expect(page).to have_css(part, minimum: 1)
      open_rows if address == '/studio'
      accessible
    end
    visit '/studio/path'
    first('button.title').click
    expect(page).to have_css('form.edit')
    accessible
    lesson = FawnmossServer::Actions::Lessons.begin(studio, studio.pupils_dataset.first(name: 'Maren').id, FawnmossServer::Inputs::Fields.new({}), Date.today)
    visit "/lessons/#{lesson.id}"
    expect(page).to have_css('.lesson h1')
    find('aside button', text: 'Three keys from open strings').click
    expect(page).to have_css('.excerpt[data-engraved="yes"] .band', wait: 180)
    press('h')
    accessible
  end

  it 'has nothing that axe finds wrong on the desk’s panels, cards, comparing and writing in either theme' do
    choose_pupil('Linnet')
    choose_pupil('Maren')
    open_tune('Herbs at the Fair', 'Full')
    %w[Spots Phrases Look].each do |tab|
      find('[role=tab]', text: tab).click
      first('.side .head').click if tab == 'Spots'
      accessible('.side')
    end
    page.all('.choices summary').each(&:click)
    accessible
    chart = page.current_path
    visit "#{chart}/card"
    expect(page).to have_css('.preview .sheet[data-engraved="yes"] .band', wait: 180)
    page.all('summary').each(&:click)
    first('button.title').click
    accessible
    visit "#{chart}/compare"
    expect(page).to have_css('.step .part .band', wait: 180)
    accessible
    tune = studio.tunes_dataset.first(title: 'Herbs at the Fair').id
    visit "/tunes/#{studio.tunes_dataset.first(title: 'Five Stones').id}/group"
    expect(page).to have_css('.step .part .band', wait: 180)
    accessible
    visit '/scales'
    expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
    accessible
    visit "/tunes/#{tune}"
    expect(page).to have_css('[data-drawn]', wait: 180)
    accessible
    page.driver.browser.action.key_down(:control).send_keys('k').key_up(:control).perform
    expect(page).to have_css('#palette-list li')
    expect(page).to have_no_css('.dialog-transition-enter-active')
    sleep 0.4 # the dialog’s colours are half there until it has opened
    accessible('.v-dialog')
    link = studio.cards_dataset.order(:id).first.live_link || FawnmossServer::Actions::Cards.link(studio.cards_dataset.order(:id).first)
    visit "/k/#{link.token}"
    expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
    accessible
  end

  it 'works at twice the size: nothing is lost sideways on the shelf, the desk and a card' do
    choose_pupil('Linnet')
    page.driver.browser.execute_cdp('Emulation.setDeviceMetricsOverride', width: 640, height: 400, deviceScaleFactor: 2, mobile: false) # 1280 px at 200 %
    wide = -> { page.evaluate_script('document.documentElement.scrollWidth') }
    visit '/tunes'
    expect(page).to have_css('li.tune')
    expect(wide.call).to be <= 640
    open_tune('Five Stones')
    expect(wide.call).to be <= 640
    click_link 'Issue card'
    expect(page).to have_css('.preview .band', wait: 180)
    expect(wide.call).to be <= 640
  end

  it 'works by keyboard alone from the shelf to a changed mark' do
    choose_pupil('Linnet')
    visit '/tunes'
    find('li.tune', text: 'Brother John').find('button', text: 'Simple chart').send_keys(:enter)
    wait_for_chart
    3.times { press(:arrow_right) }
    press('d')
    expect(page).to have_css('.side', text: /down-bow/)
    saved
    press('p')
    expect(page).to have_button('Pin as it is')
    press('/')
    expect(page.evaluate_script('document.activeElement.getAttribute("role") || document.activeElement.tagName').downcase).to match(/combobox|input/)
    press(:escape)
  end

  it 'shows another pupil when one is typed at the top, under that pupil’s address' do
    choose_pupil('Linnet')
    press('/')
    input = find('.strip input')
    wait_until { page.evaluate_script('arguments[0].selectionEnd - arguments[0].selectionStart', input) == 'Linnet, violin'.size }
    page.driver.browser.action.send_keys('Osk').perform
    find('.v-list-item', text: 'Oskar, violin').click
    expect(page).to have_css('h1', text: 'Oskar')
    expect(page).to have_current_path("/pupils/#{studio.pupils_dataset.first(name: 'Oskar').id}")
    visit '/tunes'
    expect(page).to have_content('for Oskar')
  end

  it 'fits a phone: the card scrolls down, never sideways' do
    choose_pupil('Linnet')
    link = studio.pupils_dataset.first(name: 'Linnet').cards.find { _1.title == 'Brook Song' }.live_link
    page.driver.browser.execute_cdp('Emulation.setDeviceMetricsOverride', width: 390, height: 800, deviceScaleFactor: 1, mobile: true)
    visit "/k/#{link.token}"
    expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
    expect(page.evaluate_script('document.documentElement.scrollWidth')).to be <= 390
    expect(page.all('.system').size).to be > 2
  end

  it 'asks no other host for anything' do
    choose_pupil('Linnet')
    open_tune('Brook Song')
    hosts = page.evaluate_script('[...new Set(performance.getEntriesByType("resource").map(entry => new URL(entry.name, location).host))]')
    expect(hosts).to eq([page.evaluate_script('location.host')])
  end
end
