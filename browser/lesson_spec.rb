# frozen_string_literal: true

require_relative 'spec_helper'

# From the first visit through lessons to what Today says after a bad week.
RSpec.describe 'lessons' do
  before { logged_in }

  def item = find('.lesson h1').text

  # Walks on until the title matches.
  def walk_to(title)
    20.times do
      break if item.match?(title)

      press(:arrow_right)
    end
    expect(page).to have_css('.lesson h1', text: title)
  end

  it 'let a slip be mended at once, and a week later, and say so in the record' do
    mila = studio.add_pupil(name: 'Mila', instrument: 'violin', size: '1/8', birth_year: Date.today.year - 6, lesson_minutes: 30, minutes_per_day: 10)
    FawnmossServer::Models::Mark.create(studio_id: studio.id, pupil_id: mila.id, skill: 'rhythm.beat', value: 3, made_on: Date.today - 7, note: '', source: 'lesson', checks: [])
    FawnmossServer::Models::PupilDigest.renew(mila)
    visit "/pupils/#{mila.id}/plan"
    click_button 'Begin the lesson'
    walk_to('Plucked open strings')
    press('3')
    expect(page).to have_button('3: alone, at tempo, twice', class: 'on')
    press('1') # another number takes its place
    expect(page).to have_button('1: with help', class: 'on')
    expect(page).to have_content('saved')
    wait_until { mila.standing.where(skill: 'pluck.open').select_map(:value) == [1] }
    sleep 0.6 # so soon it would be a slip of the finger
    press('1') # the same again takes it back
    expect(page).to have_no_css('.marks .on')
    wait_until { mila.standing.where(skill: 'pluck.open').empty? }
    press('2')
    wait_until { mila.standing.where(skill: 'pluck.open').select_map(:value) == [2] }

    visit "/pupils/#{mila.id}"
    click_button 'Correct Keeping a beat, 3', match: :first
    fill_in 'Why', with: 'That was Ada.'
    click_button 'Strike it out'
    expect(page).to have_content('Struck out: 3 for Keeping a beat.')
    expect(page).to have_css('li', text: 'struck out, That was Ada.')
    click_button 'Correct Plucked open strings, 2', match: :first
    within(find('.change')) { click_button '1: with help' }
    expect(page).to have_content('changed from 2')
    expect(mila.standing.select_map(%i[skill value])).to eq([['pluck.open', 1]])
    visit page.current_path
    expect(page).to have_css('li s', text: '3')
  end

  it 'are a six-year-old’s first three: something of everything each time, sound from the first, and nothing too long' do
    ada = studio.add_pupil(name: 'Ada', instrument: 'violin', size: '1/8', birth_year: Date.today.year - 6, lesson_minutes: 30, minutes_per_day: 10)
    titles = [14, 7, 0].map do |ago|
      visit "/pupils/#{ada.id}/plan?date=#{Date.today - ago}"
      expect(page).to have_css('.items li', minimum: 6)
      minutes = page.all('.items .minutes input').map { _1.value.to_i }
      expect([minutes.sum, minutes.max]).to match([30, be <= 5])
      click_button(ago.zero? ? 'Begin the lesson' : 'Write the lesson down')
      expect(page).to have_css('.lesson h1', text: 'Body and bow hand')
      shown = page.all('aside .item span:first-child').map(&:text)
      mark_everything
      click_button 'End the lesson'
      expect(page).to have_css('h1', text: 'Ada, work for home')
      shown
    end
    expect(titles[0].join).to include('Plucked open strings', 'Keeping a beat', 'Play and sing')
    expect(titles[1].join).to include('Set the bow silently')
    expect(titles[2].join).to include('Crisp start')
    expect(titles.map { _1.count('Care of bow and strings') }).to eq([1, 0, 0]) # shown once and done
    expect(ada.standing.select_map(:made_on).uniq.sort).to eq([14, 7, 0].map { Date.today - _1 })
    expect(page).to have_content('Say a small k with the bow')
    visit "/pupils/#{ada.id}"
    expect(page).to have_css('.head button', count: 3)
  end

  # Each thing that can be marked gets a 2.
  def mark_everything
    12.times do
      4.times do
        break unless page.has_css?('.marks', wait: 0) && page.has_no_css?('.marks .on', wait: 0)

        press('2')
        sleep 0.4 # so soon it would be a slip of the finger
      end
      break if page.has_css?('button[aria-label="The next item"][disabled]', wait: 0)

      press(:arrow_right)
    end
    expect(page).to have_content('saved')
    wait_until { page.evaluate_script("!Object.keys(localStorage).some(name => name.endsWith('.unsent') && JSON.parse(localStorage[name]).length)") }
  end

  it 'take a new pupil from the first visit to the first lesson and the first card' do
    visit '/pupils'
    click_button 'Add a pupil'
    fill_in 'Name', with: 'Hazel'
    fill_in 'Birth year (optional)', with: (Date.today.year - 8).to_s
    fill_in 'Practice, days a week', with: '5'
    fill_in 'Played before (optional, a few words)', with: 'recorder for a year'
    click_button 'Save'
    expect(page).to have_css('h1', text: 'Hazel')
    expect(page).to have_content('No marks yet: start with the first stones of the path.')

    # Meet and fit.
    click_link 'Fit and tapes'
    fill_in 'String, in mm', with: '3'
    click_button 'Write it down'
    expect(page).to have_content('a string of 3 mm cannot be')
    fill_in 'String, in mm', with: '285'
    fill_in 'Arm, in cm', with: '51,5'
    click_button 'Write it down'
    expect(page).to have_content('By the arm: 1/2')
    expect(page).to have_css('td.mm', text: '71.5 mm') # 285 * (1 - 2 ** (-5 / 12.0)), the formula of the guide's page on instruments
    find('tr', text: '71.5 mm').click_button('Put it on')
    expect(page).to have_content('since')

    # A plan that begins at the beginning; a wish, and the rest refits.
    visit page.current_path.sub('/fit', '/plan')
    expect(page.all('.items .title').map(&:text))
      .to eq(['Body and bow hand', 'Balanced and loose, The instrument rests by itself', 'The hand falls on the stick, Bent thumb', 'Plucked open strings', 'Keeping a beat',
              'Care of bow and strings', 'Play and sing', 'Set the work for home'])
    fill_in 'Minutes for Set the work for home', with: '5'
    press(:tab)
    expect(page).to have_content('fixed by you')
    minutes = page.all('.items .minutes input').map { _1.value.to_i }
    expect([minutes.last, minutes.sum]).to eq([5, 30])
    click_button 'Begin the lesson'

    # The lesson: two marks, a note, on to the card.
    expect(page).to have_css('.lesson h1', text: 'Body and bow hand')
    expect(page).to have_css('.routine li', minimum: 2)
    walk_to('Balanced and loose')
    expect(page).to have_content('Stop and rest when anything stings or goes numb.')
    check 'Breath goes on'
    press('1')
    expect(page).to have_button('Balanced and loose: 1') # marked, and the other small thing of this item has its turn
    expect(page).to have_css('.lesson h1', text: 'The instrument rests by itself')
    press('2')
    expect(page).to have_css('aside li.on', text: '1, 2')
    walk_to('Care of bow')
    press('2')
    expect(page).to have_content('saved')
    click_button 'End the lesson'
    expect(page).to have_css('h1', text: 'Hazel, work for home')
    expect(page).to have_content('adds up')
    expect(page).to have_content('Minutes a day, 5 days a week')
    fill_in 'What to listen for (optional)', with: 'Hear the ring.'
    issue_card
    expect(page).to have_css('.card-paper h1', text: 'Practice after')
    expect(printed).to include(pages: 1, text: match(/Hazel, violin.*Balanced and loose/m))
    click_link 'Hazel'
    expect(page).to have_button('Balanced and loose: started')
    expect(page).to have_content('15 minutes a day')
  end

  it 'run by the keyboard alone, through a reload and a dead connection, without losing a mark' do
    pupil = studio.pupils_dataset.first(name: 'Linnet')
    before = pupil.marks_dataset.count
    visit "/pupils/#{pupil.id}/plan"
    expect(page).to have_css('.items li')
    find('button', text: 'Begin the lesson').send_keys(:enter)
    walk_to('Two notes in one bow')
    press('m') # the click, so that the tempo goes with the mark
    expect(page).to have_css('button[aria-pressed=true]', text: 'Click')
    press(']')
    press('2')
    expect(page).to have_button('2: alone, slow', class: 'on')
    press('m')
    press('n')
    page.driver.browser.action.send_keys('Bow sinks at the change.').send_keys(:escape).perform

    kept = "caches.open('fawnmoss.page').then(box => box.keys()).then(keys => arguments[0](keys.some(key => key.url.includes('verovio'))))"
    wait_until { page.evaluate_async_script(kept) && page.evaluate_script("Object.keys(localStorage).some(name => name.endsWith('.sheets'))") }
    sleep 1.5 # the rest of what is fetched ahead
    Capybara.app.cut = true
    press(:arrow_right)
    expect(page).to have_no_css('.lesson h1', text: 'Two notes in one bow')
    third = item
    press('3')
    expect(page).to have_content('1 mark is kept here until the server can be reached')
    press('x')
    expect(page).to have_css('aside li.on', text: 'next time')
    page.driver.browser.navigate.refresh # in the middle of it, and with nobody there
    expect(page).to have_css('.lesson h1', text: third)
    expect(page).to have_content('1 mark is kept here until the server can be reached')
    walk_to('Play Brook Song')
    expect(page).to have_css('.excerpt .band', wait: 120) # its chart is here too, engraved without the server
    find('aside li', text: third).find('button').click
    Capybara.app.cut = false
    visit page.current_path
    expect(page).to have_css('.lesson h1', text: third)
    expect(page).to have_field('Note', with: 'Bow sinks at the change.')
    expect(page).to have_button('3: alone, at tempo, twice', class: 'on')
    wait_until { pupil.marks_dataset.count == before + 2 }
    expect(pupil.marks_dataset.order(:id).all.last(2).map { [_1.value, _1.source, _1.tempo] }).to eq([[2, 'lesson', 64], [3, 'lesson', nil]])
    press('h')
    expect(page).to have_content('Stop and rest. What hurt?')
    press('h')
    find('button', text: 'End the lesson').send_keys(:enter)
    expect(page).to have_css('h1', text: 'Linnet, work for home')
    expect(page).to have_content('Bow sinks at the change.')
    visit "/pupils/#{pupil.id}"
    expect(page).to have_content("#{third} not reached, #{Date.today.strftime('%-d %B')}")
  ensure
    Capybara.app.cut = false
  end

  it 'say what is late and fit the rest into the time left' do
    pupil = studio.pupils_dataset.first(name: 'Bram')
    visit "/pupils/#{pupil.id}/plan"
    click_button 'Begin the lesson'
    expect(page).to have_css('.lesson h1')
    lesson = pupil.lessons_dataset.order(:id).all.last
    # As if the clock had run for half an hour on the first item.
    page.execute_script("localStorage.setItem('fawnmoss.lesson.#{lesson.id}', JSON.stringify({ at: 0, seconds: { 'warm-up': 1800 }, note: '', carried: [] }))")
    visit '/today'
    page.execute_script("localStorage.setItem('fawnmoss.lesson.#{lesson.id}', JSON.stringify({ at: 0, seconds: { 'warm-up': 1800 }, note: '', carried: [] }))")
    visit "/lessons/#{lesson.id}"
    expect(page).to have_content(/\d+ minutes late\./)
    press('f')
    wait_until { lesson.refresh.items.drop(1).sum { |one| one['minutes'] } == 15 }
    expect(page).to have_css('aside li', text: 'Set the work for home')
  end

  it 'after a bad week leave Today with what matters: pain first, a missed lesson, a stuck skill' do
    # The pupil's card told of pain; the teacher sees it at once.
    card = studio.pupils_dataset.first(name: 'Tobias').then { |row| FawnmossServer::Actions::Charts.open(studio, FawnmossServer::Inputs::Fields.new('tune_id' => studio.tunes.first.id, 'pupil_id' => row.id), Date.today) }
                 .then { FawnmossServer::Actions::Cards.issue(studio, _1[:id], FawnmossServer::Inputs::Fields.new({}), Date.today) }
    using_session(:home) do
      visit "/k/#{card.live_link.token}"
      expect(page).to have_css('.card-paper h1')
      click_button 'It hurt'
      expect(page).to have_button('It hurt: your teacher is told')
      wait_until { !FawnmossServer::Models::Hold.where(pupil_id: card.pupil_id, cleared_on: nil).empty? }
    end
    visit '/today'
    expect(page).to have_css('li', text: /Tobias.*Pain: It hurt on/m)
    expect(page).to have_css('li', text: /Oskar.*Stuck since.*Fourth finger/m)
    expect(page).to have_css('li', text: /Ines.*Not seen for \d+ days/m)

    # The plan asks first; what hurt can be held; cleared, it is over.
    click_link 'Tobias'
    click_link 'Plan the lesson'
    expect(first('.items .title').text).to eq('Ask about the pain')
    click_link 'Tobias', match: :first
    find('.stone', text: 'Steps up and down one string').click
    check 'it hurt'
    within('.detail') { click_button '1: with help' }
    expect(page).to have_content('Steps up and down one string rests until you clear it.')
    expect(page).to have_no_css('article.next', text: 'Steps up and down one string')
    2.times do |times|
      within(first('.hold')) { click_button 'Clear it' }
      expect(page).to have_css('.hold', count: 1 - times)
    end
    visit '/today'
    expect(page).to have_css('li', text: 'Maren')
    expect(page).to have_no_css('li', text: /Tobias.*Pain/m)
  end
end
