# frozen_string_literal: true

require_relative 'spec_helper'

# What belongs to the studio as a whole, and what is printed or taken away.
RSpec.describe 'the studio' do
  before { logged_in }

  # Lengths of the straight strokes of a PDF page in mm, as pdftocairo, a second program, reads its coordinates: { :across => [[y, length], ...] }.
  def strokes(pdf, number)
    svg, status = Open3.capture2('pdftocairo', '-svg', '-f', number.to_s, '-l', number.to_s, '-', '-', stdin_data: pdf, binmode: true)
    expect(status).to be_success
    found = svg.scan(/<path[^>]*\bd="M ([-\d.]+) ([-\d.]+) L ([-\d.]+) ([-\d.]+) ?"([^>]*)/).map do |*ends, rest|
      ends.each_slice(2).map { |point| in_mm(point.map(&:to_f), rest[/matrix\(([^)]*)\)/, 1] || '1, 0, 0, 1, 0, 0') }
    end
    found.select { |(_, y), (_, other)| (y - other).abs < 0.01 }.map { |(x, y), (other, _)| [y, (x - other).abs] }
  end

  # A point of a PDF under a transformation, in mm from the page's corner; PDF counts 72 to the inch.
  def in_mm((x, y), matrix)
    a, b, c, d, e, f = matrix.split(',').map(&:to_f)
    [(a * x) + (c * y) + e, (b * x) + (d * y) + f].map { _1 * 25.4 / 72 }
  end

  # Where tapes lie below the top edge of their piece, in mm: strokes as wide as the strip, 24 mm.
  def tapes(pdf, number) = strokes(pdf, number).select { (_1[1] - 24).abs < 0.1 }.map(&:first).sort

  it 'prints a strip at true scale: in the PDF a millimetre is a millimetre' do
    pupil = studio.pupils_dataset.first(name: 'Linnet')
    pdf = download("/api/pupils/#{pupil.id}/strip.pdf?tapes=2,4,5&paper=A4")
    ruler = strokes(pdf, 1).map(&:last).max
    expect(ruler).to be_within(0.1).of(100)
    expect(tapes(pdf, 1).each_cons(2).map { |a, b| (b - a).round(1) }).to eq([27.7, 12.7]) # 31.1, 58.8 and 71.5 mm from the nut on a string of 285
    expect(printed_size(pdf)).to include('A4')

    # A bass's strip goes over two pages.
    bass = studio.pupils_dataset.first(name: 'Bram')
    pdf = download("/api/pupils/#{bass.id}/strip.pdf?paper=Letter")
    expect(printed_size(pdf)).to include('612 x 792')
    first, second = [1, 2].map { tapes(pdf, _1) }
    expect(first.size + second.size).to eq(3)
    expect((first[1] || second[0]) - first[0]).to be_within(0.15).of(218.7 - 115.6) if first.size > 1
    expect([1, 2].map { |number| strokes(pdf, number).map(&:last).max }).to all(be_within(0.1).of(100))
  end

  def printed_size(pdf) = Open3.capture2('pdfinfo', '-', stdin_data: pdf, binmode: true).first[/^Page size:\s+(.*)$/, 1]

  it 'reports to a parent on paper, and shows progress with its numbers' do
    choose_pupil('Linnet')
    click_link 'Progress and report'
    expect(page).to have_css('canvas', count: 4)
    page.all('summary').each(&:click)
    expect(page).to have_css('tr', text: /left hand/)
    expect(page).to have_content('One octave from an open string, goal 60')
    click_link 'Report for a parent'
    expect(page).to have_css('h2', text: 'Learnt this term')
    pdf = download("/api#{page.current_path}.pdf?paper=A4")
    text, = Open3.capture2('pdftotext', '-', '-', stdin_data: pdf, binmode: true)
    expect(text).to include('Linnet was here', 'What comes next').and(satisfy { !_1.include?('Back to the progress') })
    visit '/progress'
    click_button 'stuck'
    expect(page.all('tbody tr').map { _1.first('a').text }).to eq(['Oskar'])
  end

  it 'keeps a calendar: moves, cancels, adds, makes up, and hands it out' do
    visit '/calendar'
    find('.lesson', text: 'Linnet').click
    fill_in 'Time', with: '11:15'
    click_button 'Move it'
    expect(page).to have_content('Moved.')
    expect(page).to have_css('.lesson', text: /Linnet 11:15.*moved here/)
    find('.lesson', text: 'Bram').click
    click_button 'Cancel it'
    expect(page).to have_css('.lesson', text: /Bram.*cancelled/)
    expect(page).to have_css('li', text: /\ABram/)
    within('li', text: /\ABram/) { click_button 'Find a time' }
    fill_in 'Move it to', with: (Date.today + 1).strftime('%m/%d/%Y')
    fill_in 'Time', with: '10:00'
    click_button 'Move it'
    expect(page).to have_content('Moved.')
    expect(page).to have_no_css('li', text: /\ABram/)
    click_button 'Make a private address to subscribe to'
    address = find('.feed code').text
    expect(download(URI(address).path)).to include('BEGIN:VCALENDAR', 'SUMMARY:Linnet')
    click_button 'Close it'
    expect(page).to have_button('Make a private address to subscribe to')
    visit '/today'
    expect(page).to have_css('li', text: /11:15.*Linnet/m)
  end

  it 'teaches the path its own way: hides, rewords and adds a skill, and goes back' do
    visit '/studio/path'
    fill_in 'Find a skill', with: 'rosin'
    click_button 'Care of bow and strings'
    fill_in 'Name', with: 'Bow and strings in order'
    click_button 'Save'
    expect(page).to have_content('your words: name')
    click_button 'Hide it'
    expect(page).to have_content('Hidden.')
    choose_pupil('Pell')
    check 'name every stone'
    expect(page).to have_no_content('Bow and strings in order')
    visit '/studio/path'
    fill_in 'Find a skill', with: 'rosin'
    expect(page).to have_content('hidden')
    find('.title').click
    click_button 'As it ships'
    expect(page).to have_content('As it ships.')
    click_button 'Add a skill'
    fill_in 'Name', with: 'Paint a wall'
    fill_in 'What to do', with: 'Paint a wall with the bow arm.'
    click_button 'Add it'
    expect(page).to have_content('This must not be empty.')
    fill_in 'Checks, a line each', with: 'Wrist leads'
    click_button 'Add it'
    expect(page).to have_content('Added.')
    fill_in 'Find a skill', with: 'Paint'
    click_button 'Paint a wall'
    click_button 'Take it away'
    expect(page).to have_content('Taken away.')

    visit '/studio'
    fill_in 'Rusty after so many days without', with: '2'
    click_button 'Save'
    expect(page).to have_content('2 is out of range')
    fill_in 'Rusty after so many days without', with: '60'
    click_button 'Save'
    expect(page).to have_content('Saved.')
    click_button 'The usual numbers'
    click_button 'Save'
    expect(page).to have_field('Rusty after so many days without', with: '28')
  end

  it 'erases a pupil for good, and the private link with them' do
    choose_pupil('Juna')
    pupil = studio.pupils_dataset.first(name: 'Juna')
    chart = FawnmossServer::Actions::Charts.open(studio, FawnmossServer::Inputs::Fields.new('tune_id' => studio.tunes.first.id, 'pupil_id' => pupil.id), Date.today)
    link = FawnmossServer::Actions::Cards.issue(studio, chart[:id], FawnmossServer::Inputs::Fields.new({}), Date.today).live_link.token
    expect(JSON.parse(download("/api/pupils/#{pupil.id}/everything.json"))['marks'].size).to be > 20
    click_button 'Erase Juna'
    expect(page).to have_button('Erase for good', disabled: true)
    fill_in 'Type Juna to erase', with: 'Juna'
    click_button 'Erase for good'
    expect(page).to have_css('h1', text: 'Pupils')
    expect(page).to have_no_content('Juna')
    expect(FawnmossServer.db[:marks].where(pupil_id: pupil.id).count).to eq(0)
    visit "/k/#{link}"
    expect(page).to have_content('This link does not open a card')
  end

  # Marks that other journeys have left on charts teach the hand too.
  def only_marks_of_the_demo
    seeded = studio.charts_dataset.where(pupil_id: studio.pupils_dataset.where(name: Demo::FOURTHS.map(&:first)).select(:id),
                                         tune_id: studio.tunes_dataset.where(title: Demo::FOURTHS.map { _1[1] }).select(:id), version: 'full')
    others = studio.charts_dataset.exclude(id: seeded.select_map(:id))
    FawnmossServer.db[:pins].where(chart_id: others.select_map(:id)).delete
    others.update(marked_at: nil)
    FawnmossServer::Learning.renew(studio.id)
  end

  it 'shows what the teacher’s marks have in common and where they decided, and follows it or not, as the teacher says' do
    only_marks_of_the_demo
    choose_pupil('Oskar')
    open_tune('Bridge Down', 'Full')
    expect(page).to have_link('2 notes by your own hand')
    with = digits
    go_to_note(24)
    expect(page).to have_content('Your own hand decided here. By itself Fawnmoss takes: open D.')
    click_link '2 notes by your own hand'
    expect(page).to have_content('You take the fourth finger rather than the open string, coming down: 4 of 4 times.')
    expect(page).to have_link('Mossy Wall')
    click_button 'Do not follow it'
    expect(page).to have_button('Follow it', exact: true)
    open_tune('Bridge Down', 'Full')
    expect(page).to have_no_content('by your own hand')
    expect(digits).not_to eq(with)
    visit '/studio'
    click_button 'Follow it', exact: true
    expect(page).to have_button('Do not follow it')
    click_button 'Forget it'
    expect(page).to have_content('Forgotten, from the marks so far')
    expect(page).to have_no_content('4 of 4 times')
    click_button 'Remember it again'
    expect(page).to have_content('4 of 4 times')
    uncheck 'Charts follow my hand'
    expect(page).to have_unchecked_field('Charts follow my hand', disabled: false)
    open_tune('Bridge Down', 'Full')
    expect(page).to have_no_content('by your own hand')
    visit '/studio'
    check 'Charts follow my hand'
    expect(page).to have_checked_field('Charts follow my hand', disabled: false)
    open_tune('Bridge Down', 'Full')
    expect(page).to have_link('2 notes by your own hand')
    expect(digits).to eq(with)
  end
end
