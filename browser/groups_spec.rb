# frozen_string_literal: true

require_relative 'spec_helper'

# Pupils who have a lesson together.
RSpec.describe 'groups' do
  before { logged_in }

  it 'have a lesson together: planned from all, the roll, marks for several, and three cards in one PDF' do
    visit '/pupils'
    click_button 'Add a group'
    fill_in 'Name', with: 'Monday trio'
    %w[Linnet Tobias Bram].each do |name|
      find('.v-card .v-autocomplete input').set(name)
      find('.v-list-item', text: "#{name},").click
    end
    press(:escape)
    fill_in 'Minutes', with: '45'
    within('.v-card') { click_button 'Save' }
    expect(page).to have_css('h1', text: 'Monday trio')
    visit "#{page.current_path}?date=#{Date.today}"
    minutes = page.all('.items .min').map { _1.text.to_i }
    expect(minutes.sum).to eq(45)
    expect(page.evaluate_script('document.documentElement.scrollWidth <= innerWidth')).to be(true) # all of it in sight
    expect(page).to have_css('.items tr', text: /Tobias.*(begins it|looks at it again|has it: leads|is helped)/, minimum: 1)
    find('.v-autocomplete', text: 'Tune').find('input').set('Brother')
    find('.v-list-item', text: 'Brother John').click
    expect(page).to have_css('.items h3', text: 'Play Brother John')
    expect(page).to have_css('.v-select', text: 'friendliest for all')
    expect(page).to have_css('.watch li:first-child', text: /Bram, bass: (\d+|[Oo]ne|Neither)/) # the bass first
    find('.part', text: 'Linnet').find('.v-select').click
    find('.v-list-item', text: 'open strings').click
    expect(page).to have_css('.part', text: "Linnet\nopen strings")
    click_button 'Begin the lesson'
    expect(page).to have_button('End the lesson')
    expect(page).to have_css('.roll input:enabled', count: 3)
    find('.roll label', text: 'Tobias').click
    expect(page).to have_css('tr.gone', text: 'Tobias')
    find('.roll label', text: 'Tobias').click
    expect(page).to have_no_css('tr.gone')
    find('[role=group][aria-label="How Play Brother John, all went"]').click_button('2: alone, slow')
    expect(page).to have_css('.given', text: '2', count: 3)
    find('[role=group][aria-label="How Play Brother John, Bram went"]').click_button('3: alone, at tempo, twice')
    expect(page).to have_css('.given', text: '3', count: 1)
    fill_in 'What to listen for (optional)', with: 'Who has the tune?'
    click_button 'Issue 3 cards'
    expect(page).to have_button('All of them as one PDF')
    click_link 'see them'
    expect(page).to have_css('[data-cards=ready]', wait: 120)
    paper = printed
    expect(paper[:pages]).to eq(3)
    %w[Linnet Tobias Bram].each { |name| expect(paper[:text]).to include("#{name}, ") }
    expect(paper[:text].scan('Who has the tune?').size).to eq(3)
    expect(paper[:text].scan('Brother John, open strings').size).to eq(1)
    bytes = download("/api/cards.pdf?#{URI.parse(page.current_url).query}")
    expect(bytes).to start_with('%PDF')

    group = studio.groups_dataset.first(name: 'Monday trio')
    visit "/groups/#{group.id}?date=#{Date.today}"
    click_button 'End the lesson'
    expect(page).to have_content('In everybody’s diary.')
    visit "/pupils/#{studio.pupils_dataset.first(name: 'Bram').id}"
    expect(page).to have_css('.marks', text: 'Brother John 3')
  ensure
    studio.groups_dataset.where(name: 'Monday trio').delete
  end
end
