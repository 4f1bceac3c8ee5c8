# frozen_string_literal: true

require_relative 'spec_helper'

# Pupils as they come, change and go.
RSpec.describe 'pupils' do
  before { logged_in }

  # The demo studio is left to the other journeys as it was.
  after do
    studio.pupils_dataset.where(name: ['Noa', 'Ria', 'Uma', 'Pell again']).each do |pupil|
      FawnmossServer::Actions::Care.erase(studio, pupil.id, FawnmossServer::Inputs::Fields.new('name' => pupil.name))
    end
  end

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

  it 'have a diary: a lesson begun early is today’s, is changed while it runs, found by its note, amended and taken back' do
    ria = studio.add_pupil(name: 'Ria', instrument: 'violin', size: '4/4', lesson_minutes: 30, minutes_per_day: 15)
    ria.add_slot(studio_id: studio.id, weekday: (Date.today + 2).cwday, minutes: 30, from_date: Date.today)
    visit "/pupils/#{ria.id}/plan"
    click_button 'Begin it today'
    expect(page).to have_css('.lesson h1', text: 'Body and bow hand')
    expect(ria.lessons_dataset.select_map(:held_on)).to eq([Date.today])

    click_button 'Change the lesson'
    find('.change input[type=text]').set('eighth')
    find('.v-list-item', text: 'Eighth notes').click
    expect(page).to have_css('aside li:nth-child(2)', text: 'Eighth notes')
    find('.change input[type=text]').set('Tell about the recital')
    find('.v-list-item', text: '“Tell about the recital”').click
    expect(page).to have_css('aside li:nth-child(2)', text: 'Tell about the recital')
    click_button 'Eighth notes: later'
    expect(page).to have_css('aside li:nth-child(4)', text: 'Eighth notes')
    click_button 'Change the lesson'
    find('aside li:nth-child(4) button').click
    press('1')
    expect(page).to have_css('aside li:nth-child(4)', text: 'min, 1')
    fill_in 'Note', with: 'Hums while she plays. Recital in May.'
    find('.lesson h1').click
    expect(page).to have_content('saved')
    visit page.current_path # its order is as it was left
    expect(page).to have_css('aside li:nth-child(4)', text: 'Eighth notes')
    click_button 'End the lesson'
    expect(page).to have_css('h1', text: 'Ria, work for home')

    visit "/pupils/#{ria.id}"
    fill_in 'Find in the lessons', with: 'recital'
    expect(page).to have_css('.note', text: 'Hums while she plays.')
    fill_in 'Find in the lessons', with: 'bassoon'
    expect(page).to have_content('No lesson says that.')
    fill_in 'Find in the lessons', with: 'hum'
    find('.head button').click
    click_button 'Open it again'
    expect(page).to have_button('Let the clock run') # amending takes no lesson time
    find('aside li:nth-child(4) button').click
    expect(page).to have_button('1: with help', class: 'on')
    press('2')
    click_button 'End the lesson'
    expect(page).to have_css('h1', text: 'Ria, work for home')
    expect(ria.standing.select_map(%i[skill value])).to eq([['rhythm.eighths', 2]])

    click_button 'Open the lesson again'
    click_button 'Change the lesson'
    click_button 'Take the lesson back'
    click_button 'Yes, and strike out its mark'
    expect(page).to have_button('Begin the lesson')
    expect([ria.standing.count, ria.lessons_dataset.get(:status)]).to eq([0, 'planned'])
  end

  it 'have a month with a changed time, a pause, a second lesson a week and an owed one let go' do
    today = Date.today
    uma = studio.add_pupil(name: 'Uma', instrument: 'viola', size: '14 in', lesson_minutes: 30, minutes_per_day: 15)
    uma.add_slot(studio_id: studio.id, weekday: today.cwday, time: '11:00', minutes: 30, from_date: today - 28)
    visit "/pupils/#{uma.id}"
    click_button 'Lesson times'
    within('.v-card') { click_button 'Change' }
    fill_in 'Time, such as 16:30', with: '11:75'
    click_button 'Save'
    expect(page).to have_content('This is not a time of day.')
    fill_in 'Time, such as 16:30', with: '12:15'
    page.execute_script("const day = document.querySelector('.v-card input[type=date]'); day.value = '#{today + 7}'; day.dispatchEvent(new Event('input', { bubbles: true }))")
    click_button 'Save'
    expect(page).to have_css('.v-card li', text: "11:00, 30 minutes, until #{(today + 6).strftime('%-d %B')}")
    expect(page).to have_css('.v-card li', text: "12:15, 30 minutes, from #{(today + 7).strftime('%-d %B')}")
    click_button 'One more lesson a week'
    find('.v-select', text: 'Monday').click
    find('.v-list-item', text: (today + 3).strftime('%A')).click
    fill_in 'Time, such as 16:30', with: '08:30'
    click_button 'Save'
    expect(page).to have_css('.v-card li', count: 3)
    click_button 'Uma pauses, or leaves'
    fill_in 'Note', with: 'exams'
    within('.v-card') { click_button 'Save' }
    expect(page).to have_css('.v-card', text: "Uma paused since #{today.strftime('%-d %B')}: exams")
    click_button 'Close'

    visit '/pupils'
    expect(page).to have_css('section', text: "Uma, viola paused since #{today.strftime('%-d %B')}: exams")
    visit "/calendar?from=#{today}"
    expect(page).to have_css('h2', text: 'To make up')
    expect(page).to have_no_css('.lesson', text: 'Uma')
    visit "/calendar?from=#{today - 7}&view=day" # what was is still there
    expect(page).to have_css('.lesson', text: 'Uma')
    visit "/pupils/#{uma.id}"
    click_button 'Lesson times'
    click_button 'Back from today'
    expect(page).to have_button('Uma pauses, or leaves')

    visit "/calendar?from=#{today}&view=day"
    find('.lesson', text: 'Uma').click
    click_button 'Cancel it'
    expect(page).to have_content("Uma, #{today.strftime('%-d %B')}")
    click_button 'Let the lesson of Uma go'
    expect(page).to have_content('Nothing is owed for it any more.')
    expect(page).to have_no_button('Let the lesson of Uma go')
  end

  it 'are handed over to another studio by a file, and a whole studio goes out and in again' do
    visit '/pupils'
    pell = studio.pupils_dataset.first(name: 'Pell')
    files = { 'pupil' => download("/api/pupils/#{pell.id}/handover.zip"), 'studio' => download('/api/studio.zip') }.to_h do |name, bytes|
      [name, File.join(Dir.mktmpdir, "#{name}.zip").tap { File.binwrite(_1, bytes) }]
    end
    there = { pupils: studio.pupils_dataset.count, marks: FawnmossServer.db[:marks].where(studio_id: studio.id).count, cards: FawnmossServer.db[:cards].where(studio_id: studio.id).count }
    attach_file('Take one in from a file', files['pupil'], make_visible: true)
    expect(page).to have_content('There is already a pupil called Pell.')
    fill_in 'Another name', with: 'Pell again'
    click_button 'Take in under this name'
    expect(page).to have_css('h1', text: 'Pell again')
    expect(page).to have_content('German hold')

    Capybara.reset_sessions!
    open_studio('new@fawnmoss.example', 'Second Room')
    visit '/studio'
    attach_file('Restore one that was saved', files['studio'], make_visible: true)
    expect(page).to have_content('Birch Lane Strings is restored.')
    second = FawnmossServer::Models::Studio.order(:id).last
    expect({ pupils: second.pupils_dataset.count, marks: FawnmossServer.db[:marks].where(studio_id: second.id).count, cards: FawnmossServer.db[:cards].where(studio_id: second.id).count }).to eq(there)
    visit '/pupils'
    click_link 'Linnet', match: :first
    click_link 'No. 3, Brook Song'
    expect(page).to have_css('.card-paper h1', text: 'Brook Song')
    attach_again = files['studio']
    visit '/studio'
    attach_file('Restore one that was saved', attach_again, make_visible: true)
    expect(page).to have_content('This studio is not empty')
  ensure
    FawnmossServer.db[:studios].where(account_id: FawnmossServer.db[:accounts].where(email: 'new@fawnmoss.example').select(:id)).select_map(:id).each do |id|
      %i[card_links card_reports home_notes cards].each { |table| FawnmossServer.db[table].where(studio_id: id).delete }
      FawnmossServer.db[:marks].where(studio_id: id).order(Sequel.desc(:id)).delete
      %i[pins charts tunes pupils].each { |table| FawnmossServer.db[table].where(studio_id: id).delete }
    end
    FawnmossServer.db[:accounts].where(email: 'new@fawnmoss.example').delete
  end

  it 'have a repertoire, a concert with its time on paper, and a report with the teacher’s own words' do
    linnet = studio.pupils_dataset.first(name: 'Linnet')
    visit "/pupils/#{linnet.id}"
    within(find('section', text: 'Repertoire', match: :first)) do
      expect(page).to have_css('section', text: 'Played')
      find('li', text: 'Brook Song').click_button('to the concert')
      find('.add input[type=text]').set('brother')
    end
    find('.v-list-item', text: 'Brother John').click
    click_button 'For the concert'
    expect(page).to have_button('Take Brother John out')
    click_link 'The concert'
    fill_in 'Title', with: 'Tea and tunes'
    press(:tab)
    expect(page).to have_content('Saved.')
    click_button 'Brother John: earlier'
    expect(page).to have_css('ol li:first-child', text: 'Brother John')
    expect(printed).to include(pages: 1, text: match(/Tea and tunes.*Birch Lane Strings.*Brother John.*Linnet, violin.*Brook Song/m))
    expect(page).to have_content(/2 pieces, about \d+ minutes/)

    visit "/pupils/#{linnet.id}/report"
    fill_in 'Your own words', with: 'A term full of slurs.'
    press(:tab)
    expect(page).to have_content('Kept.')
    visit page.current_url
    expect(page).to have_field('Your own words', with: 'A term full of slurs.')
    expect(printed[:text]).to include('A term full of slurs.', 'Linnet')
  end

  it 'fill a new studio of four, two of whom already play, with their first lessons planned, in at most 40 actions' do
    Capybara.reset_sessions!
    actions = 0
    act = ->(&deed) { deed.call.tap { actions += 1 } }
    open_studio('four@fawnmoss.example', 'Four Chairs') { |deed| act.call { deed.call } }
    [['Tam', 'violin', 6, nil], ['Isa', 'cello', 8, nil], ['Jo', 'violin', 41, 'Scales'], ['Kit', 'bass', 16, 'Left hand']].each do |name, instrument, age, plays|
      act.call { visit '/pupils' }
      act.call { click_button 'Add a pupil' }
      act.call { fill_in 'Name', with: name }
      act.call { fill_in 'Birth year (optional)', with: (Date.today.year - age).to_s }
      unless instrument == 'violin'
        act.call { find('.v-card .v-select', text: 'Instrument').click }
        find('.v-list-item', text: instrument).click
      end
      act.call { click_button 'Save' }
      if plays
        act.call { click_link 'Tell what goes already' }
        act.call { find("[role=group][aria-label='#{plays}']").click_button('in part') }
        act.call { click_button 'Keep it, and plan the lesson' }
      else
        act.call { click_link 'Plan the lesson' }
      end
      expect(page).to have_css('.items li', minimum: 6)
      expect(page.all('.items .minutes input').sum { _1.value.to_i }).to eq(30)
      expect(page).to plays ? have_no_css('.kind', text: 'first lessons') : have_css('.kind', text: 'first lessons')
    end
    expect(actions).to be <= 40
  ensure
    account = FawnmossServer.db[:accounts].where(email: 'four@fawnmoss.example')
    FawnmossServer.db[:marks].where(studio_id: FawnmossServer.db[:studios].where(account_id: account.select(:id)).select(:id)).delete
    FawnmossServer.db[:pupils].where(studio_id: FawnmossServer.db[:studios].where(account_id: account.select(:id)).select(:id)).delete
    account.delete
  end
end
