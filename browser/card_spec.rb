# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'a card' do
  before { logged_in }

  def card_from(tune, version = 'Simple chart')
    open_tune(tune, version)
    click_link 'Issue card'
    expect(page).to have_css('.preview .sheet[data-engraved="yes"] .band', wait: 180)
  end

  def issue
    issue_card
    expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
  end

  it 'of a chart for an instrument: the pupil chosen at the top has the chart opened that can be issued' do
    visit '/pupils'
    choose_at_top('No pupil, violin')
    open_tune('Five Stones')
    click_link 'Issue card'
    expect(page).to have_content('Choose a pupil at the top')
    choose_at_top('Maren, viola')
    wait_for_chart
    click_link 'Issue card'
    expect(page).to have_content('for Maren')
    expect { issue }.to change { studio.pupils_dataset.first(name: 'Maren').cards_dataset.count }.by(1)
  end

  it 'goes to several pupils at once, and all of a day are printed from Today' do
    choose_pupil('Maren')
    card_from('Five Stones')
    fill_in 'What to listen for (optional)', with: 'Two bars in one breath.'
    click_button 'For several pupils …'
    within('.v-card') do
      expect(find_field('What to listen for (optional)').value).to eq('Two bars in one breath.')
      find('.v-autocomplete input').click
    end
    ['Linnet, violin', 'Ines, cello'].each { |name| find('.v-list-item', text: name).click }
    press(:escape)
    within('.v-card') do
      click_button 'Issue 2 cards'
      expect(page).to have_content('Issued. 2 cards.', wait: 60)
      click_link 'see them'
    end
    expect(page).to have_css('[data-cards=ready]', wait: 120)
    expect(page).to have_css('.card-paper', text: 'Two bars in one breath.', count: 2)
    expect(page.all('.card-paper .about').map(&:text)).to match([/Ines, cello|Linnet, violin/, /Ines, cello|Linnet, violin/])
    visit '/'
    expect(page).to have_css('a', text: /Print\s+today’s \d+ cards/)
  end

  it 'is made to measure: work, minutes, spots only, words of the teacher; kept over a reload; as a PDF in Letter' do
    choose_pupil('Maren')
    card_from('Herbs at the Fair', 'Full')
    expect(page).to have_content('adds up')
    fill_in 'Minutes for Warm up', with: "9\t"
    expect(page).to have_content(/\d+ minutes? over/)
    click_button 'Add my own'
    fill_in 'Title', with: 'Sing it'
    fill_in 'What to do, a line a step', with: "Sing the names.\nThen bow in the air."
    find('summary', text: 'What is drawn').click
    check 'only some bars'
    within('.inner', match: :first) { find('input').click }
    expect(page).to have_css('.preview .card-paper .about', text: /bar/)
    page.driver.browser.navigate.refresh
    expect(page).to have_css('.preview .sheet[data-engraved="yes"] .band', wait: 180)
    expect(page).to have_css('.preview .work', text: /Sing it 1 min\s+Sing the names\./)
    expect(find_field('Minutes for Warm up').value).to eq('9')
    issue
    expect(page).to have_css('.card-paper .work', text: 'Then bow in the air.')
    expect(page.all('.card-paper .digit').size).to be < 12
    pdf = download("/api/cards/#{page.current_path[/\d+/]}/card.pdf?paper=Letter")
    file = Tempfile.new(['card', '.pdf'], binmode: true).tap { |out| out.write(pdf) && out.flush }
    info, = Open3.capture2('pdfinfo', file.path)
    text, = Open3.capture2('pdftotext', '-layout', file.path, '-')
    expect(info).to match(/Pages:\s+1\n/).and match(/Page size:\s+612 x 792/)
    expect(text).to include('Herbs at the Fair', 'Sing it', 'Maren, viola')
  end

  it 'says on the next one what changed' do
    choose_pupil('Bram')
    open_tune('Warm Buns')
    click_link 'Issue card'
    expect(page).to have_css('.preview .card-paper')
    issue
    click_link 'the chart it came from'
    wait_for_chart
    go_to_note(2)
    press(find('.side').text.include?('down-bow') ? 'u' : 'd')
    saved
    click_link 'Issue card'
    expect(page).to have_css('.preview', text: /Since No. \d+: bar.*bowing/)
  end

  it 'is ticked on a phone, also while the connection is away, and tells the teacher, pain first of all' do
    choose_pupil('Oskar')
    card_from('Brook Song')
    issue
    link = find('[data-link]')[:href]
    using_session(:pupil) do
      page.driver.browser.execute_cdp('Emulation.setDeviceMetricsOverride', width: 390, height: 800, deviceScaleFactor: 1, mobile: true)
      visit link
      expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
      first('button.box.now').click
      expect(page).to have_css('button.box.done', text: '1')
      expect(page).to have_no_content('sending')
      kept = "const done = arguments[0]; caches.open('fawnmoss.page').then(box => box.keys()).then(all => done(all.some(one => one.url.endsWith('/verovio-module.mjs'))))"
      wait_until { page.evaluate_async_script(kept) }
      Capybara.app.cut = true
      page.driver.browser.navigate.refresh # on the way, without a connection
      expect(page).to have_css('.sheet[data-engraved="yes"] .band', wait: 180)
      expect(page).to have_css('button.box.done', text: '1')
      2.times { click_button 'Five minutes more' }
      expect(page).to have_content('kept here; it is sent when the connection is back')
      Capybara.app.cut = false
      page.execute_script("window.dispatchEvent(new Event('online'))")
      expect(page).to have_no_content('kept here')
      click_button 'It hurt'
      expect(page).to have_content('Stop for today and rest.')
      expect(page).to have_no_content('sending')
      expect(page.evaluate_script('document.documentElement.scrollWidth')).to be <= 390
    end
    visit '/today'
    expect(page).to have_content('Pain: It hurt on')
    choose_pupil('Oskar')
    expect(page).to have_css('li.card', text: 'practised on 1 day, 10 minutes')
  ensure
    Capybara.app.cut = false
  end
end
