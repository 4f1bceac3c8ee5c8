# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'the shelf' do
  before { logged_in }

  def titles = page.evaluate_script("[...document.querySelectorAll('li.tune h3')].map(title => title.textContent)")

  # From a list that opens; the one before must have closed.
  def choose(label, text)
    expect(page).to have_no_css('.v-list-item')
    find('.v-select', text: label).find('.v-field').click
    find('.v-list-item', text:).click
    expect(page).to have_no_css('.v-list-item')
  end

  def more(tune, act) = find("[aria-label='More for #{tune}']").click && find('.v-list-item', text: act).click

  it 'searches, filters, sorts, puts away and takes back' do
    choose_pupil('Linnet')
    visit '/tunes'
    expect(page).to have_css('li.tune', minimum: 10)
    fill_in 'Search', with: 'low road'
    wait_until { titles == ['Low Road'] }
    fill_in 'Search', with: ''
    expect(page).to have_css('li.tune', text: 'last card')
    more 'Warm Buns', 'Put away'
    expect(page).to have_content('Warm Buns is put away; its charts and cards stay.')
    expect(titles).not_to include('Warm Buns')
    click_button 'Undo'
    wait_until { titles.include?('Warm Buns') }
    more 'The Fawn at Dusk', 'Copy with a simpler rhythm'
    expect(page).to have_css('li.tune.fresh', text: 'Fawn at Dusk, simpler rhythm')
    more 'Old Acquaintance', 'Keys that suit'
    expect(page).to have_css('.v-dialog tbody tr', minimum: 3, wait: 180)
    first('.v-dialog button', text: 'Copy in this key').click
    expect(page).to have_css('li.tune.fresh', text: /Old Acquaintance, in \S+ major/)
  end

  it 'takes several files at once, each with its result, and asks which part of a score' do
    visit '/tunes'
    expect(page).to have_css('li.tune', minimum: 5)
    click_button 'Add tunes'
    Dir.mktmpdir do |folder|
      files = { 'fern.abc' => "X:1\nT:Fern\nM:4/4\nL:1/4\nK:G\nG A B c|\n", 'bad.abc' => "X:1\nM:4/4\nL:1/4\nK:G\nG # B c|\n", 'empty.abc' => '', 'duet.musicxml' => duet }
      paths = files.map { |name, text| File.join(folder, name).tap { File.write(_1, text) } }
      find('input[type=file]', visible: :all).attach_file(paths)
      expect(page).to have_content('4 of 4 read')
      expect(page).to have_css('.items li.done', text: 'fern.abc on the shelf as Fern')
      expect(page).to have_css('.items li.failed', text: /bad.abc line 5, column 3/)
      expect(page).to have_css('.items li.failed', text: /empty.abc This file is empty/)
      within('.items li', text: 'duet.musicxml') { click_button 'Lower' }
      expect(page).to have_css('.items li.done', text: /duet.musicxml on the shelf as .*Left out: Upper/)
    end
    click_button 'Done'
    expect(titles).to include('Fern')
  end

  it 'takes a MIDI file, says how it was read, and reads it otherwise' do
    score = Fawnmoss::Notation::Abc.read(File.read('demo/tunes/05-warm-buns.abc'))
    bytes = Fawnmoss::Notation::Midi.write(score, instrument: FawnmossServer.catalogue.instrument('violin'), tempo: 76, count_in: false)
    visit '/tunes'
    expect(page).to have_css('li.tune', minimum: 5)
    click_button 'Add tunes'
    Dir.mktmpdir do |folder|
      File.binwrite(path = File.join(folder, 'buns again.mid'), bytes)
      find('input[type=file]', visible: :all).attach_file(path)
      expect(page).to have_css('.items li.done', text: /buns again.mid on the shelf as .*Lengths were read in sixteenths/)
      within('[aria-label="Read it otherwise"]') do
        select 'quarters', from: 'lengths in'
        select 'G major', from: 'key'
        click_button 'Read it again'
      end
      expect(page).to have_css('.items li.done', text: %r{G major, 4/4.*Lengths were read in quarters.*moved by more than})
    end
    tune = studio.tunes_dataset.reverse(:id).first
    expect([tune.key_name, tune.score.notes.map(&:duration).min]).to eq(['G major', 1])
  end

  it 'takes some tunes of a book, and one voice of one of them' do
    visit '/tunes'
    click_button 'Add tunes'
    tunes = (1..12).map { |number| "X:#{number}\nT:Page #{number}\nM:4/4\nL:1/4\nK:D\n#{'D E F G|' * (number % 3)}A,#{number}|\n" }
    tunes << "X:13\nT:Two Lines\nM:4/4\nL:1/4\nK:G\nV:high\nG A B c|\nV:low\nG,4|\n" << "X:14\nT:Silence\nK:C\nz4|\n"
    upload('book.abc', tunes.join("\n")) { expect(page).to have_content('The file has 14 tunes.') }
    expect(page).to have_css('li.quiet', text: 'Silence')
    fill_in 'Find by title', with: 'page 1'
    check 'all of these'
    fill_in 'Find by title', with: ''
    check 'Two Lines'
    select 'voice low', from: 'Line of Two Lines'
    uncheck 'Page 11'
    click_button 'Add 4 tunes'
    expect(page).to have_content('4 of 4 added', wait: 60)
    click_button 'Done'
    wait_until { (titles & ['Page 1', 'Page 10', 'Page 11', 'Page 12', 'Two Lines']).sort == ['Page 1', 'Page 10', 'Page 12', 'Two Lines'] }
  end

  it 'keeps two lines of a score as two parts: heard together on the chart, made a tune of its own, taken away, and another put beside it' do
    visit '/tunes'
    click_button 'Add tunes'
    upload('pair.musicxml', duet.sub('<part-list>', '<work><work-title>Pair</work-title></work><part-list>')) do
      within('.items li', text: 'pair.musicxml') do
        select 'Lower', from: 'kept beside it'
        click_button 'Upper'
      end
      expect(page).to have_css('.items li.done', text: /on the shelf as Pair\. Lower is kept beside it\.\z/)
    end
    click_button 'Done'
    open_tune('Pair')
    click_button 'Hear it'
    expect(page).to have_checked_field('second part', wait: 180)
    uncheck 'second part'
    expect(page).to have_css('.cursor', wait: 40)
    press(:space)
    visit "/tunes/#{studio.tunes_dataset.first(title: 'Pair').id}"
    expect(page).to have_content('Second part: Lower')
    sleep 2.5 # longer than the desk waits before it saves: a tune that is only looked at is not saved
    expect(studio.tunes_dataset.first(title: 'Pair').lock_version).to eq(0)
    click_button 'Make it a tune of its own'
    expect(page).to have_css('h1', text: 'Pair, Lower')
    expect(page).to have_content('Second part: Pair')
    click_button 'Take it away'
    within('[aria-label="Second part"]', text: 'Away for good?') { click_button 'Take it away' }
    fill_in 'A second part beside it, from the shelf', with: 'Five St'
    find('.v-overlay .v-list-item', text: 'Five Stones').click
    expect(page).to have_content('Second part: Five Stones')
    expect(page).to have_content('Bars 2, 3, 4, 5, 6, 7, 8 of the second part are left out: the melody has none such.')
    expect(studio.tunes_dataset.first(title: 'Pair, Lower').score.second.title).to eq('Five Stones')
  end

  def upload(name, text)
    Dir.mktmpdir do |folder|
      File.write(path = File.join(folder, name), text)
      find('input[type=file]', visible: :all).attach_file(path)
      yield
    end
  end

  def duet
    bar = ->(step) { "<measure number=\"1\"><attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes><note><pitch><step>#{step}</step><octave>4</octave></pitch><duration>4</duration></note></measure>" }
    names = %w[Upper Lower].each_with_index.map { |name, index| "<score-part id=\"P#{index}\"><part-name>#{name}</part-name></score-part>" }.join
    "<score-partwise><part-list>#{names}</part-list><part id=\"P0\">#{bar.call('A')}</part><part id=\"P1\">#{bar.call('F')}</part></score-partwise>"
  end

  it 'goes from pasted ABC to a printed chart for a pupil in at most eight actions and a minute' do
    start = Time.now
    choose_pupil('Linnet') # the pupil is at the top already when the teacher sits down
    visit '/tunes'
    actions = [
      -> { click_button 'Add tunes' },
      -> { fill_in 'ABC or MusicXML text', with: "X:1\nT:Heron\nM:4/4\nL:1/4\nK:D\nD E F G|A2 A2|B A G F|D4|]" },
      -> { click_button 'Put it on the shelf' },
      -> { find('li.tune.fresh', text: 'Heron').click_button('Simple chart') },
      -> { wait_for_chart && click_link('Issue card') },
      -> { click_button 'Issue the card' },
      -> { expect(page).to have_css('.page[data-ready] .sheet[data-engraved="yes"] .band', wait: 180) } # then Ctrl P, or Print
    ]
    actions.each(&:call)
    expect(printed[:text]).to include('Heron', 'Linnet, violin')
    expect(actions.size).to be <= 8
    expect(Time.now - start).to be < 60
  end

  it 'writes a scale, says what does not fit, and charts it as a tune' do
    choose_pupil('Linnet')
    click_link 'Scales'
    expect(page).to have_css('h1', text: 'D major, 1 octave')
    expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
    choose 'Octaves', /\A3\z/
    expect(page).to have_content('does not fit the violin')
    choose 'Octaves', /\A1\z/
    choose 'Bow', '3+2 to a bow'
    wait_until { page.evaluate_script("document.querySelectorAll('.system .read li').length") == 15 }
    expect(page).to have_css('.read li', text: 'same bow', visible: :all)
    click_button 'Chart it as a tune'
    expect(page).to have_css('.desk h1', text: 'D major, 1 octave')
    wait_for_chart
  end

  it 'has a starter shelf for who begins: looked at, and taken with one click' do
    page.driver.browser.manage.delete_all_cookies
    open_studio('new@example.test', 'The New Room')
    visit '/tunes'
    find('summary', text: 'What is in it').click
    expect(page).to have_css('.starter h3', text: 'Open strings')
    expect(page).to have_css('.starter li', text: 'One Long Bow D major, 4/4')
    click_button 'Take the starter shelf: 40 tunes and studies'
    expect(page).to have_css('li.tune', minimum: 30)
    click_button 'Add tunes'
    find('summary', text: 'The starter shelf').click
    expect(page).to have_button('All of the starter shelf is here', disabled: true)
  end

  it 'takes files dropped anywhere on the shelf' do
    visit '/tunes'
    expect(page).to have_css('li.tune', minimum: 5)
    page.execute_script(<<~JS)
      const data = new DataTransfer()
      data.items.add(new File(["X:1\\nT:Dropped\\nM:4/4\\nL:1/4\\nK:G\\nG A B c|\\n"], 'dropped.abc'))
      document.querySelector('.page').dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }))
    JS
    expect(page).to have_css('.items li.done', text: 'dropped.abc on the shelf as Dropped')
  end
end
