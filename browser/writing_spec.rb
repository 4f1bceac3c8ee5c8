# frozen_string_literal: true

require_relative 'spec_helper'
require_relative 'support/keyboard'
require_relative '../core/spec/support/typist'

# The writing desk: a tune written on the staff, by whichever hand.
RSpec.describe 'the writing desk' do
  before { logged_in }

  include Keyboard

  def staff = page.evaluate_script("[...document.querySelectorAll('.writing-system g.note')].length")
  def kept = JSON.parse(page.evaluate_script("localStorage.getItem('fawnmoss.writing.new')") || '{}').dig('place', 'text').to_s
  def written = kept.sub(/\A.*^K:[^\n]*\n/m, '').delete("\n").gsub(/ *\| */, '|').strip

  def empty_desk
    visit '/tunes/new'
    expect(page).to have_css('.staff[data-drawn]', wait: 180)
  end

  # From a list that opens and may have to be scrolled.
  def pick(label, text)
    expect(page).to have_no_css('.v-list-item')
    find('.v-select', text: label, match: :first).find('.v-field').click
    expect(page).to have_css('.v-list-item')
    wait_until { page.evaluate_script(<<~JS) }
      (() => {
        const there = [...document.querySelectorAll('.v-list-item')].some(item => item.textContent.trim() === '#{text}');
        if (!there) document.querySelectorAll('.v-overlay--active .v-list').forEach(list => list.scrollTop += 100);
        return there;
      })()
    JS
    find('.v-list-item', exact_text: text).click
    expect(page).to have_no_css('.v-list-item')
  end

  after { page.execute_script('localStorage.clear()') unless page.current_url.start_with?('data:') }

  it 'takes a tune by letter, sounds and all, puts it on the shelf, and its chart is one click away' do
    empty_desk
    pick 'Key', 'G major'
    pick 'Meter', '3/4'
    find('h1').click
    type %w[g a b d + c . b a g]
    wait_until { written.delete(' ') == 'G2A2B2|d4c2-|cBA2G2|]' }
    expect(page).to have_css('p.in-hand', text: 'Bar 3: G 4, quarter.')
    click_button 'Undo'
    wait_until { written.delete(' ') == 'G2A2B2|d4c2-|cBA2|]' }
    click_button 'Redo'
    fill_in 'Title', with: 'Moss Stairs'
    click_button 'Put it on the shelf'
    expect(page).to have_content('It is on the shelf.')
    click_button 'Open its chart'
    wait_for_chart
    expect(page).to have_css('.desk h1', text: 'Moss Stairs')
    expect(digits.size).to be >= 7
  end

  it 'takes a tune by string and finger, from keys and from the pad, and marks a bar that does not add up' do
    empty_desk
    choose 'by string and finger'
    find('h1').click
    type ['d', '0', '1', '2', '3', 'a', '0', '+', 'd', '3', '2']
    wait_until { written.delete(' ') == 'D2E2F2G2|A4G2F2|]' }
    find('[aria-label="A string, finger 2: C♯"]').click
    wait_until { written.delete(' ') == 'D2E2F2G2|A4G2F2|c2|]' }
    find('h1').click
    type [:home, '+']
    expect(page).to have_css('.odd', text: 'Bar 1 holds 5 quarters, but 4/4 asks for 4 quarters.')
    expect(page).to have_css('.staff g.measure.odd')
    click_button 'Fill the bars anew from here'
    wait_until { written.delete(' ') == 'D4E2F2|G2A4G2|F2c2|]' }
    expect(page).to have_no_css('.odd')
  end

  it 'is written on by mouse: behind the last note a click writes, a drag moves, and a key changes a stretch' do
    empty_desk
    lines = page.evaluate_script("(() => { const p = [...document.querySelectorAll('.writing-system g.staff > path')].map(one => one.getBoundingClientRect()); return [p[0].right, p[0].top, p[4].top]; })()")
    right, top, bottom = lines
    click_at = ->(x, y) { page.driver.browser.action.move_to_location(x.round, y.round).click.perform }
    click_at.call(right - 20, bottom)
    wait_until { staff == 1 && written.delete(' ') == 'E2|]' }
    click_at.call(right - 4, top)
    wait_until { written.delete(' ') == 'E2f2|]' }
    box = page.evaluate_script("(() => { const b = document.querySelector('[data-id=n1]').getBoundingClientRect(); return [b.left + b.width / 2, b.top + b.height / 2]; })()")
    step = (bottom - top) / 8
    page.driver.browser.action.move_to_location(*box.map(&:round)).click_and_hold.move_by(0, (-2 * step).round).release.perform
    wait_until { written.delete(' ') == 'G2f2|]' }
    find('h1').click
    type [:home, %i[shift end], '+']
    wait_until { written.delete(' ') == 'G4f4|]' }
    expect(staff).to eq(2)
  end

  it 'copies a stretch to another place, with the keys and with a button, and changes the pick-up afterwards' do
    empty_desk
    find('h1').click
    type %w[d e f g] + ['w'] + %w[a b]
    wait_until { written.delete(' ') == 'D2E2F2G2|A8|B8|]' }
    expect(page).to have_button('put the copy here', disabled: true)
    type [:home, %i[shift right], %i[shift right], %i[shift right], [:control, 'c'], :end, [:control, 'v']]
    wait_until { written.delete(' ') == 'D2E2F2G2|A8|B8|D2E2F2G2|]' }
    type [:home] + ([:right] * 4)
    click_button 'put the copy here'
    wait_until { written.delete(' ') == 'D2E2F2G2|A8|D2E2F2G2|B8|D2E2F2G2|]' }
    find('[role=tab]', text: 'Bars and key').click
    pick 'Pick-up', 'a half'
    wait_until { written.delete(' ').start_with?('D2E2|F2G2A4-|A4D2E2|') }
    find('h1').click
    type [[:control, 'z']]
    wait_until { written.delete(' ') == 'D2E2F2G2|A8|D2E2F2G2|B8|D2E2F2G2|]' }
    type [:end, 'q', 'c']
    wait_until { written.delete(' ').end_with?('|D2E2F2G2|c2|]') }
  end

  it 'is text as well, both ways; a mistake is marked where it stands, and nothing typed is lost over a reload' do
    empty_desk
    find('h1').click
    type %w[d e]
    wait_until { written.delete(' ') == 'D2E2|]' }
    find('summary', text: 'The same as text').click
    field = find_field('The tune as ABC text')
    expect(field.value).to include('D2 E2')
    field.send_keys(:end, :backspace)
    field.send_keys(%i[control end], 'A F# B|')
    expect(page).to have_css('[role=alert]', text: /the sign # is not read here: for F sharp write \^F/)
    expect(page).to have_button('Put it on the shelf', disabled: true)
    page.driver.browser.navigate.refresh
    expect(page).to have_content('What you had not saved is back.')
    expect(page).to have_css('[role=alert]', text: /for F sharp write/)
    field = find_field('The tune as ABC text')
    field.send_keys(%i[control end], *([:backspace] * 4), 'B|')
    expect(page).to have_no_css('[role=alert]', wait: 20)
    expect(page).to have_css('.staff g.note', count: 5) # D E A F B
    find('h1').click
    type ['c']
    expect(page).to have_css('.staff g.note', count: 6)
    wait_until { find_field('The tune as ABC text').value.match?(/[cC]2?/) }
  end

  it 'is saved as it is written once it is on the shelf, and two windows do not write over each other' do
    tune = FawnmossServer::Actions::AddTune.call(studio, FawnmossServer::Inputs::Fields.new('text' => "X:1\nT:Twice\nM:4/4\nL:1/4\nK:D\nD E F G|\n"))
    visit "/tunes/#{tune.id}"
    expect(page).to have_css('.staff[data-drawn]', wait: 180)
    find('h1').click
    type ['a']
    expect(page).to have_content('Saved.')
    wait_until { tune.reload.score.bars.size == 2 }
    FawnmossServer::Actions::ChangeTune.call(studio, tune.id, FawnmossServer::Inputs::Fields.new('title' => 'Thrice', 'source' => '', 'lock_version' => tune.lock_version))
    type ['b']
    expect(page).to have_button('Save mine over it')
    click_button 'Save mine over it'
    expect(page).to have_content('Saved.')
    expect(tune.reload.score.notes.size).to eq(6)
  end

  it 'is used on a phone' do
    page.driver.browser.execute_cdp('Emulation.setDeviceMetricsOverride', width: 390, height: 780, deviceScaleFactor: 1, mobile: true)
    empty_desk
    choose 'by string and finger'
    find('[aria-label="D string, open: D"]').click
    find('[aria-label="D string, finger 2: F♯"]').click
    find('[aria-label=Length] button', text: 'half').click
    find('[aria-label="A string, open: A"]').click
    wait_until { written.delete(' ') == 'D2F2A4|]' }
    expect(page.evaluate_script('document.documentElement.scrollWidth')).to be <= 390
  end

  # Guide page on getting music in: an eight-bar tune from the shelf to a printed chart in at most 90 actions, keystrokes included.
  it 'goes from the shelf to the printed chart of a written tune of eight bars in at most 90 actions' do
    choose_pupil('Linnet')
    visit '/tunes'
    expect(page).to have_css('li.tune', minimum: 5)
    tune = Fawnmoss::Notation::Abc.read(File.read('demo/tunes/03-brother-john.abc'))
    acts = typed(tune)
    keys = acts.map { key_of(_1) }
    click_link 'Write one'
    expect(page).to have_css('.staff[data-drawn]', wait: 180)
    pick 'Key', tune.key.name unless tune.key.name == 'D major'
    find('h1').click
    type keys
    fill_in 'Title', with: 'John again'
    click_button 'Put it on the shelf'
    expect(page).to have_content('It is on the shelf.')
    id = page.current_path[/\d+/].to_i
    score = FawnmossServer::Models::Tune[id].score
    expect(score.played.map { [_1.pitch, _1.duration] }).to eq(tune.played.map { [_1.pitch, _1.duration] })
    click_button 'Open its chart'
    wait_for_chart && click_link('Issue card')
    click_button 'Issue the card'
    expect(page).to have_css('.page[data-ready] .sheet[data-engraved="yes"] .band', wait: 180)
    expect(printed[:text]).to include('John again', 'Linnet, violin')
    others = 1 + 2 + 1 + 10 + 1 + 1 + 1 + 1 + 1 # Write one, the key's list, the staff, the title's letters, shelf, chart, Issue card, Issue, Print
    expect(keys.size + others).to be <= 90
  end

  # Two more of the demo's tunes, key by key.
  it 'writes tunes of the demo key by key as they are' do
    %w[07-the-fawn-at-dusk 10-rocking-gate].each do |name|
      tune = Fawnmoss::Notation::Abc.read(File.read(Dir["demo/tunes/#{name[0, 2]}*.abc"].first))
      empty_desk
      pick 'Key', tune.key.name unless tune.key.name == 'D major'
      pick 'Meter', tune.meter.to_s
      find('h1').click
      type(typed(tune).map { key_of(_1) })
      wait_until { kept.include?('K:') && notes_of(kept) == notes_of(Fawnmoss::Notation::Abc.write(tune)) }
      expect(notes_of(kept).size).to be > 20
      page.execute_script('localStorage.clear()')
    end
  end

  def notes_of(text) = Fawnmoss::Notation::Abc.read(text).played.map { [_1.pitch, _1.duration] }

  # Acts of a careful person who writes a tune by letter.
  def typed(tune)
    start = Fawnmoss::Writing::Sheet.blank(key: tune.key, meter: tune.meter, tempo: nil, clef: 'treble', pickup: tune.pickup)
    desk = Fawnmoss::Writing::Desk.new(sheet: start, cursor: nil, anchor: nil, pen: Fawnmoss::Writing::Pen.from_plain({}), instrument: FawnmossServer.catalogue.instrument('violin'))
    sounds = Fawnmoss::Writing::Sounds.joined(Fawnmoss::Writing::Sheet.of(tune).sounds)
    Typist.new(desk, :letter).write(sounds).acts
  end
end
