# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'a tune played as music' do
  before { logged_in }

  it 'is drawn, changed by key and by dragging, undone, heard in two verses, and told on the card in plain words' do
    choose_pupil('Maren')
    open_tune('Herbs at the Fair', 'Full')
    expect(page).to have_no_css('.swell')
    check 'as music'
    expect(page).to have_css('.system path.swell', wait: 30)
    expect(page).to have_css('.sheet g.hairpin', wait: 30)
    saved
    go_to_note(3)
    expect(page).to have_css('.shape .level b')
    level = -> { find('.grip.chosen')['aria-valuenow'].to_i }
    before = level.call
    2.times do
      press('+')
      saved
    end
    expect(page).to have_css('.shape li', text: 'Set by you')
    expect(level.call).to eq(before + 2)
    up = page.driver.browser.action
    up.click_and_hold(find('.grip.chosen').native).move_by(0, -14).release.perform
    saved
    expect(level.call).to be > before + 2
    click_button 'Undo'
    saved
    expect(level.call).to eq(before + 2)
    click_button 'Let Fawnmoss choose the loudness'
    expect(page).to have_no_css('.shape li', text: 'Set by you')
    saved
    find('[role=tab]', text: 'Phrases').click
    expect(page).to have_css('.side .music', text: /grow to bar \d+/)
    select 'two verses', from: 'Verses'
    click_button 'Hear it'
    expect(page).to have_css('.system .cursor', wait: 20)
    click_button 'Stop'
    click_link 'Issue card'
    expect(page).to have_css('.preview .card-paper path.swell', wait: 60)
    expect(page).to have_css('.preview .card-paper', text: /grow to bar \d+/i)
  end
end
