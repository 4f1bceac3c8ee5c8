# frozen_string_literal: true

require_relative 'spec_helper'

# A tune and parts that are worked out to go with it.
RSpec.describe 'playing together' do
  before { logged_in }

  def wait_for_score = expect(page).to(have_css('.score[data-engraved="yes"] .chord', wait: 180))
  def heads(part) = page.evaluate_script("[...document.querySelectorAll('.staves g.note')].filter(one => (one.dataset.id || one.id).startsWith('p#{part}-')).length")

  # Takes a note in hand as a click on its head does. id: "p1-n4".
  def take(id)
    page.execute_script(<<~JS, id)
      const group = [...document.querySelectorAll('.staves g.note')].find(one => (one.dataset.id || one.id) === arguments[0])
      const head = (group.querySelector('.notehead') ?? group).getBoundingClientRect()
      group.closest('.staves').dispatchEvent(new MouseEvent('click', { bubbles: true, clientX: head.left + head.width / 2, clientY: head.top + head.height / 2 }))
    JS
    expect(page).to have_css('.panel h2')
  end

  def add(part, whom, side = nil)
    click_button 'Add a part'
    find('.add .v-select', text: 'Add a part').click
    find('.v-list-item', text: part, exact_text: true).click
    find('.add .v-select', text: 'For').click
    find('.v-list-item', text: whom, exact_text: true).click
    if side
      find('.add .v-select', text: 'Side').click
      find('.v-list-item', text: side, exact_text: true).click
    end
    click_button 'Add', exact: true
  end

  it 'a second voice for a viola beginner: a note and a chord changed, both heard, score and two cards printed, then a group lesson with it' do
    choose_pupil('Linnet')
    open_tune('Warm Buns')
    click_link 'Together'
    wait_for_score
    add('second voice', 'Maren, viola')
    expect(page).to have_css('.voices li', count: 2)
    wait_until { heads(1) >= 10 }
    expect(page).to have_css('.voices li:nth-child(2)', text: "Maren, second voice\nbelow\nas the tune")

    take('p1-n1')
    expect(page).to have_css('.panel', text: /the tune/)
    was = find('.panel h2').text
    other = all('.panel .others button').map(&:text).find { _1 != 'rest' }
    find('.panel .others button', text: other, match: :first).click
    expect(page).to have_css('.panel h2', text: other)
    expect(page).to have_css('.panel', text: 'You set it.')
    expect(page).to have_css('.staves .pin', count: 1)
    click_button 'Undo'
    expect(page).to have_css('.panel h2', text: was)
    press(:arrow_right)
    expect(page).to have_css('.panel', text: 'bar 1, beat 3')
    press(:backspace)
    expect(page).to have_css('.panel h2', text: 'Rest') # and it stays in hand
    click_button 'As Fawnmoss finds it'
    expect(page).to have_no_css('.panel h2', text: 'Rest')

    find('.chord', match: :first).click
    fill_in 'Another, such as Em7', with: 'Quark'
    click_button 'Set it'
    expect(page).to have_css('[role=alert]', text: 'bar 1, beat 1: "Quark" is not a chord. Write it like D, F#m, A7 or G/B.')
    click_button 'Understood'
    fill_in 'Another, such as Em7', with: 'Bm'
    click_button 'Set it'
    expect(page).to have_css('.chord.set', text: 'Bm')
    click_button 'As Fawnmoss finds it'
    expect(page).to have_no_css('.chord.set')

    click_button 'Hear it'
    expect(page).to have_css('.staves .cursor', wait: 60)
    find('button[aria-label="Linnet sounds"]').click
    expect(page).to have_css('button[aria-label="Linnet sounds"][aria-pressed=false]')
    click_button 'Stop'

    address = page.current_url
    paper = printed
    expect([paper[:pages], paper[:text]]).to match([1, /Warm Buns.*Maren, second voice/m])
    charts = address[/charts=([\d,%C]+)/, 1].gsub('%2C', ',')
    tune = studio.tunes_dataset.first(title: 'Warm Buns').id
    expect(download("/api/tunes/#{tune}/score.pdf?charts=#{charts}")).to start_with('%PDF')
    expect(download("/api/tunes/#{tune}/score.musicxml?charts=#{charts}")).to include('Maren, second voice')

    %w[Linnet Maren].each_with_index do |name, at|
      visit address
      wait_for_score
      all('.voices a', text: 'Make a card')[at].click
      issue_card
      expect(page).to have_css('.card-paper', text: name)
    end
    expect(page).to have_css('.card-paper', text: 'Warm Buns, second voice')

    visit address
    wait_for_score
    click_link 'Maren, second voice'
    wait_for_chart
    click_link 'Together' # from a part the tune comes along
    wait_for_score
    expect(all('.voices .name a').map(&:text)).to eq(['Maren', 'Maren, second voice'])

    group = studio.groups_dataset.first(name: 'Lane band')
    visit "/groups/#{group.id}?date=#{Date.today}"
    find('.v-autocomplete', text: 'Tune').find('input').set('Warm')
    find('.v-list-item', text: 'Warm Buns').click
    find('.part', text: 'Maren').find('.v-select').click
    find('.v-list-item', text: 'second voice').click
    expect(page).to have_css('.part', text: "Maren\nsecond voice")
    expect(page).to have_css('.watch li', count: 3)
    click_button 'The parts under one another'
    wait_for_score
    expect(page).to have_css('.voices li', count: 3)
    expect(page).to have_css('.voices li', text: 'Maren, second voice')
  end

  it 'says which part there is where one cannot be, and keeps what stands while the server is away' do
    choose_pupil('Linnet')
    visit "/tunes/#{studio.tunes_dataset.first(title: 'Brother John').id}/together"
    wait_for_score
    expect(page).to have_css('.round', text: 'It goes in 4 voices, each after 2 bars.')
    add('drone', 'any violin')
    expect(page).to have_css('.voices li', count: 2)
    wait_for_score
    add('second voice', 'any double bass', 'above')
    expect(page).to have_css('[role=alert]', text: /no second voice above to this tune on the double bass. There is a drone, a part on open strings, a bass line/)
    expect(page).to have_css('.voices li', count: 2)
    click_button 'Understood'
    Capybara.app.cut = true
    find('.chord', match: :first).click
    find('.panel .others button', match: :first).click
    expect(page).to have_css('[role=alert]', text: /reach|connection|away/i)
    expect(page).to have_css('.voices li', count: 2)
    Capybara.app.cut = false
    find('[role=alert]').click_button('Try again')
    expect(page).to have_no_css('[role=alert]')
    find('.panel .others button', match: :first).click
    expect(page).to have_css('.chord.set', wait: 60)
  ensure
    Capybara.app.cut = false
    studio.tunes_dataset.update(chords: nil)
  end
end
