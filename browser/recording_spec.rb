# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/microphone'

# A pupil is recorded at home and in the studio; the browser hears a file as its microphone.
RSpec.describe 'recording' do
  let(:linnet) { studio.pupils_dataset.first(name: 'Linnet') }
  let(:chart) { studio.charts_dataset.first(pupil_id: linnet.id, tune_id: studio.tunes_dataset.first(title: 'Five Stones').id, version: 'simple', part: 'tune') }
  let(:card) { FawnmossServer::Actions::Cards.issue(studio, chart.id, FawnmossServer::Inputs::Fields.new({}), Date.today) }
  let(:solved) { FawnmossServer::Actions::Charts.solved(chart, Date.today).first }

  around { |example| Capybara.using_driver(:listening) { example.run } }

  def phone = page.driver.browser.execute_cdp('Emulation.setDeviceMetricsOverride', width: 390, height: 844, deviceScaleFactor: 1, mobile: true)

  # Two beats of silence while it is counted in, then the tune, rather quick.
  def linnet_plays(*faults) = Microphone.pupil(solved, { 'tempo' => 110, 'faults' => faults }, after: 3.2)
  def lasts = Fawnmoss::Listening::Wav.read(File.binread(Microphone::FILE)).seconds

  # Whatever journey came before.
  def allowed
    FawnmossServer::Models::Consent.where(pupil_id: linnet.id).delete
    FawnmossServer::Models::Consent.create(pupil_id: linnet.id, studio_id: linnet.studio_id, given_by: 'mother', given_at: 'studio', given_on: Time.now.utc)
  end

  def choose_file = find('input[type=file]', visible: :all).attach_file(Microphone::FILE)

  def record(label = 'Record')
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    click_button label, exact: true
    expect(page).to have_css('[role=status]', text: /recording 0:0[1-9]/)
    yield if block_given?
    sleep [started + lasts + 0.5 - Process.clock_gettime(Process::CLOCK_MONOTONIC), 0].max
    click_button 'Stop'
  end

  def at_home
    phone
    visit "/k/#{card.live_link.token}"
    expect(page).to have_css('.card-paper .band', wait: 180)
    find('button', text: 'Record yourself').click if page.has_css?('button[aria-expanded=false]', text: 'Record yourself', wait: 1)
  end

  it 'at home from a card’s link: a grown-up allows it, it is told at once, and the teacher takes the mark with one key' do
    FawnmossServer::Models::Consent.where(pupil_id: linnet.id).delete
    linnet_plays({ 'kind' => 'stop', 'note' => 9, 'seconds' => 1.5 })
    at_home
    expect(page).to have_content('may Linnet be recorded?')
    expect(page).to have_no_button('Record', exact: true)
    fill_in 'Who says yes (mother, father …)', with: 'her father'
    click_button 'Yes, it may'
    record { expect(find('[role=meter]')['aria-valuenow'].to_i).to be_between(0, 100) }
    expect(page).to have_css('.shown[data-state=heard] .sheet[data-engraved="yes"]', wait: 60)
    expect(page).to have_css('.well', count: 2)
    bar = solved.entries[9].note.bar
    expect(page).to have_css('.next', text: /bars? .*#{bar}.*stop/)
    expect(page.evaluate_script('document.documentElement.scrollWidth')).to be <= 390
    expect(page).to have_no_content('Marks it would give')
    click_button 'Hear yours, over and over'
    expect(page).to have_css('.shown .cursor', visible: :all)
    click_button 'Stop', match: :first

    take = FawnmossServer::Models::Take.where(card_id: card.id).order(:id).last
    expect(take.told).to include(stops: 1, wrong: 0, missing: 0)
    logged_in
    visit "/pupils/#{linnet.id}/takes"
    expect(page).to have_content('allowed by her father')
    click_link 'Five Stones', match: :first
    expect(page).to have_content('recorded at home')
    first = find('ol.marks li', match: :first).text
    press('m')
    expect(page).to have_css('ol.marks li.done', text: 'marked')
    mark = FawnmossServer::Models::Mark.where(pupil_id: linnet.id, source: 'recording').order(:id).last
    expect(first).to include(mark.note)
    visit current_path
    expect(page).to have_css('ol.marks li.done', count: 1)
  end

  it 'over a lost connection: it is kept, and goes on when the line is back; after a reload it is offered' do
    allowed
    linnet_plays
    at_home
    record do
      Capybara.app.cut = true
      sleep 3
    end
    expect(page).to have_content('The recording is kept here')
    Capybara.app.cut = false
    expect(page).to have_css('.shown[data-state=heard]', wait: 60)
    expect(FawnmossServer::Models::Take.where(card_id: card.id).order(:id).last.told).to include(clean: true)

    before = FawnmossServer::Models::Take.count
    click_button 'Record', exact: true
    expect(page).to have_css('[role=status]', text: /recording 0:0[4-9]/)
    page.driver.browser.navigate.refresh
    at_home
    expect(page).to have_content('was not sent to its end')
    click_button 'Send it'
    expect(page).to have_css('.shown', wait: 60)
    expect(FawnmossServer::Models::Take.count).to eq(before + 1)
  ensure
    Capybara.app.cut = false
  end

  it 'from the chart desk and a WAV file; two recordings are compared' do
    allowed
    logged_in
    choose_pupil('Linnet')
    open_tune('Five Stones')
    click_button 'Record', exact: true
    linnet_plays
    choose_file
    expect(page).to have_css('.page[data-state=heard] .sheet[data-engraved="yes"]', wait: 90)
    page.go_back
    wait_for_chart
    click_button 'Record', exact: true
    linnet_plays({ 'kind' => 'wrong', 'note' => 5, 'semitones' => 1 })
    choose_file
    expect(page).to have_css('.page[data-state=heard] .sheet[data-engraved="yes"] .band .cross', count: 1, wait: 90)
    find('.other').click
    find('.v-list-item', text: /\d\d:\d\d/, match: :first).click
    expect(page).to have_css('table.compare', text: 'wrong notes')
    expect(page).to have_css('.band .name', minimum: 2)
    File.binwrite(Microphone::FILE, 'no sound at all')
    page.go_back
    wait_for_chart
    click_button 'Record', exact: true
    choose_file
    expect(page).to have_css('[role=alert]', text: 'it is no WAV file', wait: 60)
  end

  it 'plays a tune in on the writing desk, and tunes' do
    linnet_plays
    logged_in
    visit '/tunes/new'
    fill_in 'Tempo', with: "110\t"
    record('Play it in')
    expect(page).to have_content('Written down as it was played.', wait: 60)
    expect(page).to have_content(/\d+ bars/)
    Microphone.tone(438, 15)
    visit '/tuner'
    click_button 'Listen'
    expect(page).to have_css('.meter[data-verdict=low]', text: 'A string')
    expect(find('.meter').text).to match(/−[78]\.\d cents \(2\.\d beats a second\)|−[78]\.\d cents \(1\.9 beats/)
  end

  it 'says what to do where the browser has no microphone' do
    Capybara.using_driver(:chromium) do
      allowed
      logged_in
      choose_pupil('Linnet')
      open_tune('Five Stones')
      click_button 'Record', exact: true
      within('section[aria-label=Recording]') { click_button 'Record', exact: true }
      expect(page).to have_css('[role=alert]', text: /microphone.*or choose a WAV file/)
      expect(page).to have_button('Record', exact: true, minimum: 1)
    end
  end
end
