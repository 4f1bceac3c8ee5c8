# frozen_string_literal: true

require_relative 'spec_helper'

# What a teacher does with the account itself.
RSpec.describe 'an account' do
  def log_in_as(email, password)
    fill_in 'Email', with: email
    fill_in 'Password', with: password
    click_button 'Log in'
  end

  it 'is opened again with a new password when the old one is forgotten, by way of a letter' do
    email = 'forgetful@fawnmoss.example'
    visit '/login'
    click_button 'Open a new studio'
    fill_in 'Email', with: email
    fill_in 'Password', with: 'what was it again'
    fill_in 'Name of the studio', with: 'Elm Street'
    click_button 'Open a studio'
    expect(page).to have_css('nav[aria-label="Places"]')
    Capybara.reset_sessions!

    visit '/login'
    click_button 'I have forgotten the password'
    fill_in 'Email', with: email
    click_button 'Send the link'
    expect(page).to have_css('[role=status]', text: 'If a studio has this address, a letter with a link is on its way.')
    visit '/outbox'
    wait_until { page.has_css?('article', wait: 0) || (click_button('Look again') && false) }
    expect(page).to have_css('article', count: 1, text: /A new password for Elm Street.*to #{email}/m)
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
end
