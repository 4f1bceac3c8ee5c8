# frozen_string_literal: true

require_relative 'spec_helper'

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
end
