# frozen_string_literal: true

require_relative 'spec_helper'
require 'rotp'

# What a teacher does with the account itself.
RSpec.describe 'an account' do
  it 'is opened by way of a letter, which opens one studio only; the same is said of an address that has one' do
    open_studio('willow@fawnmoss.example', 'Willow Room')
    link = link_of_letter('willow@fawnmoss.example', 'open-studio')
    Capybara.reset_sessions!
    visit link
    fill_in 'Name of the studio', with: 'Another'
    fill_in 'Password', with: 'quite another word'
    click_button 'Open it'
    expect(page).to have_css('[role=alert]', text: 'This link does not work any more. Ask for another.')
    visit '/login'
    click_button 'Open a new studio'
    fill_in 'Email', with: 'willow@fawnmoss.example'
    click_button 'Send the link'
    expect(page).to have_css('[role=status]', text: 'A letter with a link is on its way.')
    visit '/outbox'
    wait_until { page.has_css?('article', text: 'You have a studio already', wait: 0) || (click_button('Look again') && false) }
  ensure
    FawnmossServer.db[:accounts].where(email: 'willow@fawnmoss.example').delete
  end

  def log_in_as(email, password)
    fill_in 'Email', with: email
    fill_in 'Password', with: password
    click_button 'Log in'
  end

  it 'is opened again with a new password when the old one is forgotten, by way of a letter' do
    email = 'forgetful@fawnmoss.example'
    open_studio(email, 'Elm Street', 'what was it again')
    Capybara.reset_sessions!

    visit '/login'
    click_button 'I have forgotten the password'
    fill_in 'Email', with: email
    click_button 'Send the link'
    expect(page).to have_css('[role=status]', text: 'If a studio has this address, a letter with a link is on its way.')
    visit '/outbox'
    wait_until { page.has_css?('article', text: 'A new password', wait: 0) || (click_button('Look again') && false) }
    expect(page).to have_css('article', text: /Open your studio.*to #{email}/m)
    expect(page).to have_css('article', text: /A new password for Elm Street.*to #{email}/m)
    link = find('article a', text: 'new-password')[:href]
    visit '/today' # away from the letter, as somebody who opens it elsewhere
    visit link
    fill_in 'New password', with: 'short'
    click_button 'Take this password'
    expect(page).to have_css('[role=alert]', text: /stays as it was.*10/m)
    fill_in 'New password', with: 'elm elm and elm'
    click_button 'Take this password'
    expect(page).to have_css('[role=status]', text: 'The new password holds.')
    click_link 'Log in'
    log_in_as(email, 'what was it again')
    expect(page).to have_css('[role=alert]', text: 'do not match')
    log_in_as(email, 'elm elm and elm')
    expect(page).to have_css('nav[aria-label="Places"]')
    visit link
    visit page.current_url # a link with another mark behind # does not load by itself
    fill_in 'New password', with: 'elm elm and oak'
    click_button 'Take this password'
    expect(page).to have_css('[role=alert]', text: 'This link does not work any more. Ask for another.')
    visit '/outbox'
    expect(page).to have_css('article', text: 'The password of Elm Street was changed')
  ensure
    FawnmossServer.db[:accounts].where(email:).delete
  end

  def log_out
    visit '/studio'
    click_button 'Log out', exact: true
    expect(page).to have_css('h1', text: 'Log in')
  end

  # The line of the account that is called so, opened.
  def account_row(title)
    visit '/studio'
    find('summary', text: title).click
    find('details', text: title)
  end

  def today? = page.has_css?('nav[aria-label="Places"]')

  it 'moves to another address once the letters to both are answered' do
    open_studio('old@fawnmoss.example', 'Old Address', 'a quiet brook runs')
    within(account_row('Address')) do
      fill_in 'New address', with: 'fresh@fawnmoss.example'
      fill_in 'Present password', with: 'not this one'
      click_button 'Send the letters'
      expect(page).to have_css('[role=alert]', text: /stays as it is: this is not the present password/)
      fill_in 'Present password', with: 'a quiet brook runs'
      click_button 'Send the letters'
      expect(page).to have_content('The letters to the new one and the one before are still to be answered')
    end
    [['fresh@fawnmoss.example', /Now answer the letter to the address before/], ['old@fawnmoss.example', 'The new address holds.']].each do |email, words|
      visit link_of_letter(email, 'new-address')
      click_button 'I agree'
      expect(page).to have_css('[role=status]', text: words)
    end
    click_link 'To the studio'
    expect(page).to have_css('summary', text: 'fresh@fawnmoss.example')
    log_out
    log_in_as('old@fawnmoss.example', 'a quiet brook runs')
    expect(page).to have_css('[role=alert]', text: 'do not match')
    log_in_as('fresh@fawnmoss.example', 'a quiet brook runs')
    expect(today?).to be(true)
  ensure
    FawnmossServer.db[:accounts].where(email: %w[old@fawnmoss.example fresh@fawnmoss.example]).delete
  end

  it 'asks for a code from the telephone, or one on paper, when that is wished' do
    open_studio('careful@fawnmoss.example', 'Two Locks', 'a quiet brook runs')
    row = account_row('Second step at log-in')
    within(row) do
      fill_in 'Present password, for each change', with: 'a quiet brook runs'
      click_button 'A code from a telephone'
      expect(page).to have_css('svg.qr')
      @telephone = ROTP::TOTP.new(find('code').text.delete(' '))
      fill_in 'Code that it shows', with: '000000'
      click_button 'Ask for it from now on'
      expect(page).to have_css('[role=alert]', text: 'this code is wrong')
      fill_in 'Code that it shows', with: @telephone.now
      click_button 'Ask for it from now on'
      expect(page).to have_css('.codes li', count: 8)
      @paper = find('.codes li:first-child').text
    end
    expect(page).to have_css('summary', text: 'a code from your telephone; 8 codes on paper left')
    FawnmossServer.db[:account_otp_keys].update(last_use: Time.now.utc - 120) # a code works once in half a minute

    log_out
    log_in_as('careful@fawnmoss.example', 'a quiet brook runs')
    expect(page).to have_css('h1', text: 'The second step')
    visit '/pupils' # does not help
    expect(page).to have_css('h1', text: 'The second step')
    fill_in 'Code that your telephone shows', with: '000000'
    click_button 'Go on'
    expect(page).to have_css('[role=alert]', text: 'Not let in: this code is wrong')
    fill_in 'Code that your telephone shows', with: @telephone.now
    click_button 'Go on'
    expect(page).to have_css('h1', text: 'Pupils')

    log_out
    log_in_as('careful@fawnmoss.example', 'a quiet brook runs')
    click_button 'I do not have the telephone: a code on paper'
    fill_in 'One of the codes on paper', with: @paper.upcase
    click_button 'Go on'
    expect(today?).to be(true)
    expect(account_row('Second step at log-in')).to have_content('7 codes on paper left')
  ensure
    FawnmossServer.db[:accounts].where(email: 'careful@fawnmoss.example').delete
  end

  # A passkey belongs to a name, so the server is opened by its name here.
  it 'asks for a passkey, when that is wished' do
    usual = Capybara.app_host
    open_studio('key@fawnmoss.example', 'Under the Mat', 'a quiet brook runs')
    Capybara.app_host = "http://localhost:#{page.server.port}"
    Capybara.reset_sessions!
    device = Selenium::WebDriver::VirtualAuthenticatorOptions.new(protocol: :ctap2, transport: :internal, resident_key: true, user_verification: true, user_verified: true)
    page.driver.browser.add_virtual_authenticator(device)
    visit '/login'
    log_in_as('key@fawnmoss.example', 'a quiet brook runs')
    expect(today?).to be(true)
    within(account_row('Second step at log-in')) do
      fill_in 'Present password, for each change', with: 'a quiet brook runs'
      click_button 'A passkey of this device'
      expect(page).to have_css('.codes li', count: 8)
      expect(page).to have_content('Passkey 1, last used')
    end
    log_out
    log_in_as('key@fawnmoss.example', 'a quiet brook runs')
    click_button 'Use the passkey'
    expect(today?).to be(true)
  ensure
    Capybara.app_host = usual
    FawnmossServer.db[:accounts].where(email: 'key@fawnmoss.example').delete
  end

  it 'lists where it is logged in, and ends one of them from another' do
    open_studio('many@fawnmoss.example', 'Many Windows', 'a quiet brook runs')
    using_session(:kitchen) do
      visit '/login'
      log_in_as('many@fawnmoss.example', 'a quiet brook runs')
      expect(today?).to be(true)
    end
    row = account_row('Logged in')
    expect(row).to have_content('in 2 browsers')
    within(row) { click_button 'Log it out' }
    expect(row).to have_content('in this browser only')
    using_session(:kitchen) do
      visit '/pupils'
      expect(page).to have_css('h1', text: 'Log in')
    end
  ensure
    FawnmossServer.db[:accounts].where(email: 'many@fawnmoss.example').delete
  end

  it 'is closed, and has everything back within thirty days by a log-in' do
    open_studio('tired@fawnmoss.example', 'Last Term', 'a quiet brook runs')
    studio = FawnmossServer::Models::Studio.order(:id).last
    studio.add_pupil(name: 'Wren', instrument: 'violin')
    within(account_row('Close the studio')) do
      fill_in 'Present password', with: 'not this one'
      click_button 'Close the studio'
      expect(page).to have_css('[role=alert]', text: 'The studio stays open: this is not the present password')
      fill_in 'Present password', with: 'a quiet brook runs'
      click_button 'Close the studio'
    end
    expect(page).to have_css('[role=status]', text: 'The studio is closed.')
    visit '/pupils'
    log_in_as('tired@fawnmoss.example', 'a quiet brook runs')
    expect(page).to have_css('a', text: 'Wren')
    expect(FawnmossServer.db[:mails].where(address: 'tired@fawnmoss.example').select_order_map(:kind)).to eq(%w[closed opened_again opening])
  ensure
    FawnmossServer.db[:accounts].where(email: 'tired@fawnmoss.example').delete
  end

  it 'has an assistant teacher, asked by a letter, who gives lessons and marks and changes nothing else' do
    open_studio('owner@fawnmoss.example', 'Two Teachers', 'a quiet brook runs')
    studio = FawnmossServer::Models::Studio.order(:id).last
    pupil = studio.add_pupil(name: 'Wren', instrument: 'violin')
    visit '/studio'
    fill_in 'Address of an assistant teacher', with: 'ida@fawnmoss.example'
    click_button 'Send an invitation'
    expect(page).to have_content('ida@fawnmoss.example, asked; the letter works until')
    using_session(:ida) do
      visit link_of_letter('ida@fawnmoss.example', 'invitation')
      expect(page).to have_content('The studio Two Teachers asks you')
      fill_in 'Password', with: 'three quiet words'
      click_button 'Join'
      expect(today?).to be(true)
      visit '/pupils'
      expect(page).to have_css('a', text: 'Wren')
      expect(page).to have_no_button('Add a pupil')
      visit "/pupils/#{pupil.id}/plan"
      click_button 'Begin the lesson'
      expect(page).to have_current_path(%r{/lessons/\d+})
      expect(page).to have_css('.lesson h1', text: 'Body and bow hand')
      press(:arrow_right)
      expect(page).to have_no_css('.lesson h1', text: 'Body and bow hand')
      press('2')
      wait_until { FawnmossServer.db[:marks].where(pupil_id: pupil.id).count == 1 }
      visit '/studio'
      expect(page).to have_content('you are an assistant teacher here')
      expect(page).to have_no_css('h2', text: 'Everything in one file')
    end
    visit '/studio'
    click_button 'Let ida@fawnmoss.example go'
    expect(page).to have_css('[role=status]', text: 'They are out.')
    using_session(:ida) do
      visit '/pupils'
      expect(page).to have_css('h1', text: 'Log in')
      log_in_as('ida@fawnmoss.example', 'three quiet words')
      expect(page).to have_css('[role=alert]', text: 'This address belongs to no studio any more.')
    end
  ensure
    FawnmossServer.db[:accounts].where(email: %w[owner@fawnmoss.example ida@fawnmoss.example]).delete
  end
end
