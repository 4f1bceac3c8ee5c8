# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'bad input' do
  before { logged_in }

  def add_tune_dialog
    visit '/tunes'
    click_button 'Add tunes'
    find_field('ABC or MusicXML text')
  end

  def paste(text) = fill_in('ABC or MusicXML text', with: text)

  def upload(name, bytes)
    Dir.mktmpdir do |folder|
      path = File.join(folder, name)
      File.binwrite(path, bytes)
      find('input[type=file]', visible: :all).attach_file(path)
      yield
    end
  end

  it 'shows a mistake in a pasted tune at its line and column, and keeps the text, also over a reload' do
    add_tune_dialog
    text = "X:1\nT:Wrong\nM:4/4\nL:1/4\nK:G\nABcd|AF#cd|"
    paste(text)
    click_button 'Put it on the shelf'
    expect(page).to have_css('[role=alert]', text: 'line 6, column 7: the sign # is not read here: for F sharp write ^F')
    expect(page.evaluate_script('[document.activeElement.selectionStart, document.querySelector("pre mark").textContent]')).to eq([text.index('F#'), 'F'])
    expect(find_field('ABC or MusicXML text').value).to eq(text)
    visit '/tunes'
    click_button 'Add tunes'
    expect(find_field('ABC or MusicXML text').value).to eq(text)
    paste(text.sub('F#', '^F'))
    click_button 'Put it on the shelf'
    expect(page).to have_css('li.tune.fresh', text: 'Wrong')
  end

  it 'refuses files of the wrong kind, encoding or size, damaged archives and a tune that is there already' do
    add_tune_dialog
    upload('tune.pdf', 'x') { expect(page).to have_content('of a kind that is not read') }
    upload('tune.abc', "Caf\xE9\n".b) { expect(page).to have_content('neither UTF-8 nor UTF-16') }
    upload('tune.mxl', "PK\x03\x04rubbish".b) { expect(page).to have_content('the archive is damaged') }
    upload('tune.abc', 'X' * 300_000) { expect(page).to have_content('over 200 kB') }
    upload('tune.xml', '<!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/hostname">]><a>&x;</a>') { expect(page).to have_content('entities of its own') }
    upload('steps.abc', File.read(File.expand_path('../demo/tunes/01-five-stones.abc', __dir__))) { expect(page).to have_content('already on the shelf: Five Stones') }
  end

  it 'names the field of a pupil that cannot be, and keeps what was typed' do
    visit '/pupils'
    click_button 'Add a pupil'
    fill_in 'Name', with: 'Linnet'
    fill_in 'Birth year (optional)', with: 'long ago'
    fill_in 'Time, such as 16:30', with: 'teatime'
    click_button 'Save'
    expect(page).to have_content('This must be a whole number.')
    fill_in 'Birth year (optional)', with: '2015'
    click_button 'Save'
    expect(page).to have_content('This is not a time of day.')
    fill_in 'Time, such as 16:30', with: '16:30'
    click_button 'Save'
    expect(page).to have_content('There is already a pupil called Linnet.')
    expect(find_field('Birth year (optional)').value).to eq('2015')
    fill_in 'Name', with: 'Linnet B'
    click_button 'Save'
    expect(page).to have_css('h1', text: 'Linnet B')
  end

  it 'shows what another window saved of a pupil beside what was typed, and loses neither' do
    choose_pupil('Tobias')
    click_button 'Change'
    fill_in 'Practice, minutes a day', with: '35'
    pupil = studio.pupils_dataset.first(name: 'Tobias')
    expect(pupil.save_if(pupil.lock_version, size: '3/4')).to be(true) # the other window
    click_button 'Save'
    expect(page).to have_css('[role=alert]', text: %r{changed in another window.*size “3/4”})
    expect(find_field('Practice, minutes a day').value).to eq('35')
    find('.v-card .v-select', text: 'Size').click
    find('.v-list-item', text: '3/4').click
    click_button 'Save mine over it'
    expect(page).to have_content('cello 3/4')
    expect(page).to have_content('35 minutes a day')
  end

  it 'refuses a card note too long and minutes that cannot be, where they are typed' do
    choose_pupil('Oskar')
    open_tune('Warm Buns')
    click_link 'Issue card'
    expect(page).to have_css('.preview .card-paper')
    fill_in 'What to listen for (optional)', with: 'la ' * 200
    click_button 'Issue the card'
    expect(page).to have_content('This is too long by 99 characters.')
    fill_in 'Minutes a day', with: '1'
    fill_in 'What to listen for (optional)', with: 'The end of each bow.'
    expect(page).to have_content('1 is out of range.')
    fill_in 'Minutes a day', with: '25'
    issue_card
    expect(page).to have_css('.card-paper .note', text: 'The end of each bow.')
  end

  it 'goes to a page whose files did not arrive as soon as the server is there again, and says so until then' do
    visit '/today'
    expect(page).to have_css('h1', text: /day/)
    page.driver.browser.execute_cdp('Network.clearBrowserCache')
    Capybara.app.cut = true
    click_link 'Scales'
    expect(page).to have_css('.missed', text: 'The page you asked for has not arrived')
    expect(page).to have_css('h1', text: /day/) # what was there stays
    Capybara.app.cut = false
    expect(page).to have_css('h1', text: 'D major, 1 octave', wait: 60)
    expect(page).to have_no_css('.missed')
  ensure
    Capybara.app.cut = false
  end

  it 'says which note lies below the instrument, and offers what fits' do
    add_tune_dialog
    paste("X:1\nT:Far and wide\nM:4/4\nL:1/4\nK:D\nA,,2 E,2|D2 A,2|]")
    click_button 'Put it on the shelf'
    choose_pupil('Bram')
    visit '/tunes'
    row = find('li.tune', text: 'Far and wide')
    expect(row).to have_content('within reach')
    row.click_button('Simple chart')
    expect(row).to have_css('[role=alert]', text: /bar 2, beat 1: D4 is not within reach.*It fits in/)
    row.first('button', text: /Write it in/).click
    wait_for_chart
    expect(page).to have_content(/written a \w+ (lower|higher)/)
  end

  it 'refuses a pin that makes the chart impossible, says why, and leaves the chart unchanged' do
    choose_pupil('Oskar')
    open_tune('Five Stones')
    before = digits
    go_to_note(4)
    press('2')
    expect(page).to have_css('[role=alert]', text: 'bar 1, beat 4: G4 cannot be played there (finger 2). Possible places: D string, third finger')
    expect(page).to have_content('The chart is unchanged.')
    expect(digits).to eq(before)
    visit current_path
    wait_for_chart
    expect(digits).to eq(before)
  end

  it 'tells the later of two windows, and loses neither mark' do
    choose_pupil('Maren')
    open_tune('Five Stones')
    first = page.current_window
    second = open_new_window
    address = current_path
    within_window(second) do
      visit address
      wait_for_chart
      go_to_note(5)
      press('4')
      expect(page).to have_content('You set this place.')
      saved
    end
    switch_to_window(first)
    go_to_note(6)
    press('4')
    expect(page).to have_css('[role=alertdialog]', text: 'Changed in another window')
    click_button 'Keep what is here'
    saved
    expect(page).to have_content('You set this place.')
    page.driver.browser.action.key_down(:control).send_keys('z').key_up(:control).perform
    expect(page).to have_no_content('You set this place.')
  ensure
    second&.close
  end

  it 'keeps a mark while the database is away, says so, and goes on when it is back' do
    choose_pupil('Oskar')
    open_tune('Brook Song')
    go_to_note(4)
    away = true
    allow(FawnmossServer.db).to receive(:synchronize).and_wrap_original do |real, *args, **options, &block|
      raise Sequel::DatabaseDisconnectError, 'MySQL server has gone away' if away

      real.call(*args, **options, &block)
    end
    press('4')
    expect(page).to have_css('.state', text: 'the server is away; kept here, trying again')
    visit '/today'
    expect(page).to have_content('database cannot be reached')
    away = false
    page.go_back
    wait_for_chart
    expect(page).to have_css('.system .digit', text: '4')
    saved
    expect(digits[3]).to eq('4')
  end

  # The last answer that the frame of a page asks for has come.
  def pupils_are_here
    wait_until { page.evaluate_script("performance.getEntriesByType('resource').some(entry => entry.name.includes('/api/pupils?') && entry.responseEnd > 0)") }
  end

  it 'says kindly that an address leads nowhere, and asks to log in when the session is over' do
    visit '/pupils/999999'
    expect(page).to have_content('There is nothing here')
    pupils_are_here
    visit '/nowhere'
    expect(page).to have_css('h1', text: 'There is nothing here')
    pupils_are_here
    visit '/healthz' # nothing under way that would bring the cookie back
    page.driver.browser.manage.delete_all_cookies
    visit '/pupils'
    expect(page).to have_css('h1', text: 'Log in')
  end
end
