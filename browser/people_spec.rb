# frozen_string_literal: true

require_relative 'spec_helper'

# Pupils as they come, change and go.
RSpec.describe 'pupils' do
  before { logged_in }

  it 'who already play are placed in a few actions, and planned for as such; a wrong placing is taken back' do
    noa = studio.add_pupil(name: 'Noa', instrument: 'cello', size: '4/4', birth_year: Date.today.year - 41, lesson_minutes: 45, minutes_per_day: 20)
    visit "/pupils/#{noa.id}"
    click_link 'Tell what goes already'
    expect(page).to have_css('h1', text: 'What Noa can already do')
    expect(page).to have_css('.plan', text: 'Balanced and loose') # a beginner's lesson until something is told
    find('[role=group][aria-label="Left hand"]').click_button('has it')
    find('[role=group][aria-label="Scales"]').click_button('in part')
    expect(page).to have_no_css('.plan', text: 'Balanced and loose')
    click_button 'Patterns, skill by skill'
    find('.skills label', match: :first).click
    visit page.current_path # a reload on the way loses nothing
    expect(page).to have_css('[role=group][aria-label="Scales"] [aria-pressed=true]', text: 'in part')
    planned = page.all('.plan li').map(&:text)
    click_button 'Keep it, and plan the lesson'
    expect(page).to have_css('h1', text: 'Noa')
    expect(page.all('.items .title').map(&:text)).to eq(planned.map { _1.sub(/\A\d+\s/, '') })
    expect(noa.standing.where(source: 'placed').count).to be > 40

    visit "/pupils/#{noa.id}"
    expect(page).to have_button('Balanced and loose: steady')
    click_button 'Take that back'
    expect(page).to have_button('Balanced and loose: untouched')
  end
end
