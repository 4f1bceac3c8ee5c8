# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'the chart desk' do
  before { logged_in }

  def tab(name) = find('[role=tab]', text: name).click
  def undo = page.driver.browser.action.key_down(:control).send_keys('z').key_up(:control).perform

  it 'takes what is pencilled in: engraved, circled, remarked, undone, and on the card' do
    choose_pupil('Oskar')
    open_tune('Mossy Wall')
    go_to_note(3)
    find('summary', text: 'Pencil').click
    within('[aria-label=Pencil]') do
      click_button 'mf'
      click_button 'circle the bar'
      fill_in 'a remark under the line', with: 'Listen to the open string.'
      first(:button, 'Write it', disabled: false).click
    end
    expect(page).to have_css('.sheet g.dynam', wait: 30)
    expect(page).to have_css('.system .circle')
    expect(page).to have_css('.system .remark', text: 'Listen to the open string.')
    saved
    click_button 'Undo'
    expect(page).to have_no_css('.system .remark')
    click_button 'Redo'
    expect(page).to have_css('.system .remark')
    saved
    click_link 'Issue card'
    expect(page).to have_css('.preview .card-paper .circle', wait: 60)
    issue_card
    expect(page).to have_css('.card-paper .remark', text: 'Listen to the open string.')
    expect(page).to have_css('.card-paper g.dynam', wait: 60)
  end

  it 'makes a spot of a selection, names it, drops another, and brings it back' do
    choose_pupil('Maren')
    open_tune('Herbs at the Fair', 'Full')
    tab 'Spots'
    expect(page).to have_css('.side .head', text: 'bar 14')
    tab 'Note'
    go_to_note(4)
    3.times { page.driver.browser.action.key_down(:shift).send_keys(:arrow_right).key_up(:shift).perform }
    expect(page).to have_content('bars 2 and 3 selected')
    press('b')
    expect(page).to have_css('.side .spot.chosen', text: /bars 2 and 3.*yours/)
    click_button 'Change'
    fill_in 'Name', with: 'the hooked bar'
    fill_in 'Drill', with: 'Bow alone first.'
    click_button 'Keep it'
    expect(page).to have_css('.side .spot.chosen', text: 'the hooked bar')
    expect(page).to have_css('.system .spot text', text: 'the hooked bar')
    saved
    find('.side .head', text: 'bar 14').click
    click_button 'Drop'
    expect(page).to have_no_css('.side .head', text: 'bar 14')
    expect(page).to have_content('Dropped: bar 14')
    page.driver.browser.navigate.refresh
    wait_for_chart
    tab 'Spots'
    expect(page).to have_css('.side .head', text: 'the hooked bar')
    click_button 'Bring it back'
    expect(page).to have_css('.side .head', text: 'bar 14')
    saved
  end

  it 'moves a phrase by dragging, by key and by typing, and undoes it after a reload' do
    choose_pupil('Maren')
    open_tune('Herbs at the Fair', 'Full')
    tab 'Phrases'
    ends = -> { page.evaluate_script("[...document.querySelectorAll('.side li input')].map(input => input.value)") }
    wait_until { ends.call.first == '4:1' }
    knob = first('.cut .grip')
    page.driver.browser.action.move_to(knob.native).pointer_down(:left).move_by(-70, 0).pointer_up(:left).perform
    wait_until { ends.call.first == '3:3' }
    saved
    page.execute_script('arguments[0].focus()', first('.cut'))
    page.driver.browser.action.send_keys(:arrow_right).perform
    wait_until { ends.call.first == '4:1' }
    fill_in 'End of phrase 1, bar and beat', with: "3\t"
    wait_until { ends.call.first == '3:1' }
    fill_in 'End of phrase 1, bar and beat', with: "77\t"
    expect(page).to have_content('There is no note at 77')
    saved
    page.driver.browser.navigate.refresh
    wait_for_chart
    tab 'Phrases'
    undo
    wait_until { ends.call.first == '4:1' }
    click_button 'As Fawnmoss finds them'
    saved
  end

  it 'plays along: count-in, cursor, tempo steps, a spot over and over, nothing fetched from elsewhere' do
    choose_pupil('Linnet')
    open_tune('Five Stones')
    find('[aria-label="Faster"]').click
    expect(find('[aria-label="Hear it"] output').text.to_i).to be > 72
    click_button 'Hear it'
    expect(page).to have_button('Stop', wait: 180)
    expect(page).to have_css('.cursor', wait: 40)
    press('[')
    press(:space)
    expect(page).to have_button('Hear it')
    expect(page).to have_no_css('.cursor')
    tab 'Phrases'
    within('.side') { first('button', text: 'Hear').click }
    expect(page).to have_content('over and over: phrase 1')
    expect(page).to have_css('.cursor', wait: 40)
    click_button 'The whole'
    check 'echo'
    expect(page).to have_css('.cursor', wait: 40)
    press(:space)
    hosts = page.evaluate_script('[...new Set(performance.getEntriesByType("resource").map(entry => new URL(entry.name, location).host))]')
    expect(hosts).to eq([page.evaluate_script('location.host')])
  end

  it 'finds a friendlier key and takes it' do
    choose_pupil('Maren')
    open_tune('By Moonlight')
    before = find('.desk header .quiet').text
    click_button 'Others …'
    expect(page).to have_css('.v-dialog tbody tr', minimum: 3, wait: 180)
    key = all('.v-dialog tbody tr').find { _1.has_button?('Take it', wait: 0) }
    name = key.find('b').text
    key.click_button('Take it')
    expect(page).to have_css('.desk header', text: name)
    saved
    undo
    expect(page).to have_css('.desk header .quiet', exact_text: before)
  end

  it 'does anything by its name, compares the versions, and sets the tune for several instruments' do
    choose_pupil('Maren')
    page.driver.browser.action.key_down(:control).send_keys('k').key_up(:control).perform
    expect(page).to have_css('#palette-list')
    find('[role=combobox][aria-label="What to do"]').send_keys('herbs full')
    expect(page).to have_css('#palette-list li', text: 'Herbs at the Fair, full chart')
    press(:enter)
    wait_for_chart
    click_link 'Compare'
    expect(page).to have_content(/\d+ notes differ: fingering in/)
    expect(page).to have_css('.step .part', minimum: 4, wait: 180)
    expect(page).to have_css('.differs', minimum: 4)
    click_link 'Open the full one'
    wait_for_chart
    page.driver.browser.action.key_down(:control).send_keys('k').key_up(:control).perform
    find('[role=combobox][aria-label="What to do"]').send_keys('several', :enter)
    expect(page).to have_css('.step .label', text: /\Abass/, wait: 180)
    uncheck 'bass'
    expect(page).to have_no_css('.step .label', text: /\Abass/)
    check 'viola'
    expect(page).to have_css('.step .label', text: /\Aviola/, wait: 180)
    paper = printed
    expect(paper[:text]).to include('Herbs at the Fair', 'violin', 'viola', 'cello')
    expect(paper[:text]).not_to include('Heard')
  end

  it 'hands the chart out as files that other programs read' do
    choose_pupil('Linnet')
    open_tune('Five Stones')
    click_button 'Take away'
    expect(page).to have_css('.v-list-item', text: 'SVG, as shown')
    chart = page.current_path[/\d+/]
    Dir.mktmpdir do |folder|
      files = %w[musicxml abc mid json pdf].to_h { |ending| [ending, File.join(folder, "c.#{ending}").tap { File.binwrite(_1, download("/api/charts/#{chart}/chart.#{ending}")) }] }
      expect(system('xmllint', '--noout', files['musicxml'])).to be(true) # well formed; valid and read alike: core/spec/formats_spec.rb
      listened = File.join(folder, 'c.ly')
      expect(Open3.capture2e('musicxml2ly', '-o', listened, files['musicxml']).last.success?).to be(true)
      expect(Open3.capture2e('lilypond', '-s', '-o', File.join(folder, 'c-lilypond'), listened).last.success?).to be(true)
      expect(Open3.capture2('midicsv', files['mid']).first).to include('Note_on_c')
      expect(JSON.parse(File.read(files['json']))['notes'].size).to be > 10
      expect(File.read(files['abc'])).to include('T:Five Stones')
      expect(Open3.capture2('pdftotext', files['pdf'], '-').first).to include('Five Stones')
      svg = page.evaluate_async_script("const done = arguments[0]; const real = URL.createObjectURL; URL.createObjectURL = blob => { blob.text().then(done); return real(blob) }; [...document.querySelectorAll('.v-list-item')].find(item => item.textContent.includes('SVG')).click()")
      path = File.join(folder, 'c.svg').tap { File.write(_1, svg) }
      expect(system('xmllint', '--noout', path)).to be(true)
      expect(svg.scan('<svg ').size).to be > 4
    end
  end
end
