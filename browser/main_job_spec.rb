# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'the main job' do
  it 'goes from a pupil and a tune to a chart on paper, a card behind a link, and progress' do
    log_in
    expect(page).to have_css('li', text: /Linnet.*New: /m)

    # A pupil, and what the pupil could do next.
    click_link 'Linnet', match: :first
    expect(page).to have_css('h1', text: 'Linnet')
    expect(page).to have_css('article.next', count: 2)
    expect(page).to have_content('Three keys from open strings')
    expect(page).to have_content('wait for it')

    # A tune that fits.
    click_link 'Tunes that fit'
    expect(page).to have_css('h2', text: /Plays now/)
    first('li.tune', text: 'Five Stones').click_button('Simple chart')
    wait_for_chart
    expect(digits.first(6)).to eq(%w[0 1 2 3 0 0])

    # One mark changed: the A with the fourth finger, the rest follows.
    go_to_note(5)
    expect(page).to have_content('open A')
    expect(page).to have_content('D string, fourth finger')
    press('4')
    expect(page).to have_content('You set this place.')
    expect(digits.first(6)).to eq(%w[0 1 2 3 4 0])
    saved
    press('u')
    expect(page).to have_css('.side', text: /up-bow/)
    saved
    page.driver.browser.action.key_down(:control).send_keys('z').key_up(:control).perform
    expect(page).to have_css('.side', text: /down-bow/)
    saved

    # Issued as a card, printed.
    click_link 'Issue card'
    expect(page).to have_css('.preview .card-paper h1', text: 'Five Stones')
    fill_in 'What to listen for (optional)', with: 'Four matches the open string.'
    issue_card
    expect(page).to have_css('.card-paper h1', text: 'Five Stones')
    expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
    expect(digits.first(6)).to eq(%w[0 1 2 3 4 0])
    paper = printed
    expect(paper[:text]).to include('Five Stones', 'Linnet, violin', 'No. 4', 'Four matches the open string.', '20 minutes a day', 'up-bow, toward the frog', 'Phrase by phrase')
    expect(paper[:text]).not_to include('Revoke', 'open it')
    expect([paper[:pages], paper[:size]]).to match([1, /A4/])

    # The private link opens without log-in, until it is revoked.
    link = find('[data-link]')[:href]
    using_session(:pupil) do
      visit link
      expect(page).to have_css('.card-paper h1', text: 'Five Stones')
      expect(page).to have_no_css('nav')
    end
    click_button 'Revoke'
    expect(page).to have_content('no private link')
    using_session(:pupil) do
      visit link
      expect(page).to have_content('This link does not open a card')
    end

    # After the lesson: how it went, and the progress shows.
    click_link 'Linnet'
    within('li.card', text: 'No. 4, Five Stones') { click_button '3: alone, at tempo, twice' }
    expect(page).to have_content('Marked 3 for Five Stones.')
    within('article.next', text: 'Three keys from open strings') { click_button '2: alone, slow' }
    expect(page).to have_content('Marked 2 for Three keys from open strings.')
    expect(page).to have_button('Three keys from open strings: started')
    find('summary', text: 'the numbers').click
    expect(page).to have_css('table tr', text: Date.today.strftime('%-d %B'))
  end

  it 'charts the same for a bass: next string instead of next finger, an octave lower, said so' do
    logged_in
    choose_pupil('Bram')
    open_tune('Five Stones')
    expect(page).to have_content('written an octave lower')
    expect(digits.first(6)).to eq(%w[0 1 4 0 1 1])
  end

  it 'opens a new studio, empty, with a word on what to do first' do
    using_session(:new) do
      open_studio("new#{Process.pid}@example.test", 'Willow Room', 'a long enough word')
      expect(page).to have_content('No pupils yet')
      click_link 'Tunes'
      expect(page).to have_content('The shelf is empty')
      click_link 'Studio'
      expect(page).to have_content('Willow Room')
      find('summary', text: 'Password').click
      fill_in 'Present password', with: 'a long enough word'
      fill_in 'New password', with: 'another long word'
      click_button 'Change it'
      expect(page).to have_content('The password is changed, and every other browser is logged out.')
      click_button 'Log out'
      expect(page).to have_css('h1', text: 'Log in')
    end
  end

  it 'draws the bands on the notes: every disc and digit within a pixel of its note head' do
    logged_in
    choose_pupil('Oskar')
    open_tune('Old Acquaintance', 'Full')
    off = distances_from_note_heads
    expect(off.size).to eq(28)
    expect(off.max).to be < 1.0
  end

  it 'keeps the bands on the notes on paper, where the sheet is narrower than on the screen' do
    logged_in
    choose_pupil('Linnet')
    click_link 'No. 3, Brook Song'
    expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
    page.driver.browser.execute_cdp('Emulation.setDeviceMetricsOverride', width: 640, height: 900, deviceScaleFactor: 1, mobile: false)
    page.driver.browser.execute_cdp('Emulation.setEmulatedMedia', media: 'print')
    expect(distances_from_note_heads.max).to be < 1.0
  ensure
    page.driver.browser.execute_cdp('Emulation.setEmulatedMedia', media: '')
  end
end
