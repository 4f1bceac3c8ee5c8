# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'cards for home' do
  before { log_in }

  def token(card) = card[:link][:path].delete_prefix('/k/')
  def issue(chart = open_chart, **wish) = api(:post, "/api/charts/#{chart[:id]}/cards", wish)
  def report(card, *reports) = api(:post, "/api/link/#{token(card)}/reports", { reports: })
  def today = Date.today.iso8601

  it 'drafts the work: minutes that add up, chosen spots, chaining, tempi, the next number' do
    chart = open_chart(tune: add_tune('D E F G|D A G, d|D E F G|A4|', title: 'Jump'))
    spot = chart[:chart][:spots].first
    work = api(:post, "/api/charts/#{chart[:id]}/work", { minutes_per_day: 12, work: { spots: [{ bars: spot[:bars] }], chain: 'backward', run: false } })
    expect(work[:body][:items].map { _1[:kind] }).to eq(%w[warm-up spot chain tempo])
    expect(work[:body][:items].sum { _1[:minutes] }).to eq(12)
    expect([work[:number], work[:left_out], work[:body][:changes], work[:body][:caution]]).to eq([1, [], [], 'Collapsed joints mean less weight, not more pressing.'])
    api(:post, "/api/charts/#{chart[:id]}/work", { minutes_per_day: 2 })
    expect([status, error[:where][:field]]).to eq([422, 'minutes_per_day'])
    api(:post, "/api/charts/#{chart[:id]}/work", { work: { chain: 'sideways' } })
    expect([status, error[:where][:field]]).to eq([422, 'chain'])
  end

  it 'issues the work as the teacher wrote it, and only some bars when asked' do
    item = { kind: 'own', title: 'Whistle it', steps: ['Whistle, then play.'], minutes: 5, bars: [], tempi: [60] }
    chart = open_chart
    card = issue(chart, bars: [2], items: [item], caution: 'Loosen the bow.')
    expect(card[:body]).to include(items: [item.merge(skill: nil)], caution: 'Loosen the bow.', bars: [2])
    expect(card[:body][:chart][:notes].map { _1[:id] }).to eq(%w[n5 n6])
    expect(card[:body][:musicxml].scan('<note ').size).to eq(2)
    expect(card[:body][:play][:notes].size).to eq(6)
    issue(chart, items: [item.merge(minutes: 900)])
    expect([status, error[:where][:field]]).to eq([422, 'minutes'])
  end

  it 'gives several pupils a card of a tune at once, leaves out whom it is out of reach for, and counts once when it is sent again' do
    low = add_tune('G, A, B, C|D2 D2|G,4|', title: 'Low', key: 'G')
    ids = [add_pupil('Ada'), add_pupil('Ben', instrument: 'cello'), add_pupil('Cy', instrument: 'viola')].map { _1[:id] }
    far = add_tune("G, d' G, d'|g'2 G,2|", title: 'Wide', key: 'G')
    2.times do
      found = api(:post, "/api/tunes/#{low[:id]}/cards", { pupils: ids, note: 'Warm tone.' })
      expect([status, found[:cards].map { _1.values_at(:pupil_id, :number) }, found[:left_out]]).to eq([201, ids.zip([1, 1, 1]), []])
    end
    bodies = api(:post, "/api/tunes/#{low[:id]}/cards", { pupils: ids, note: 'Again.' })[:cards].map { api(:get, "/api/cards/#{_1[:id]}") }
    expect(bodies.map { [_1[:number], _1[:body][:note], _1[:body][:chart][:instrument]] }).to eq([[2, 'Again.', 'violin'], [2, 'Again.', 'cello'], [2, 'Again.', 'viola']])
    expect(api(:get, '/api/today')[:cards].size).to eq(6)
    out = api(:post, "/api/tunes/#{far[:id]}/cards", { pupils: ids })
    expect([status, out[:left_out].map { _1[:name] }, out[:left_out].map { _1[:reason] }.first]).to match([201, include('Ada'), /bar|reach|note/])
    { { pupils: [] } => 422, { pupils: [10**9] } => 404, { pupils: ids, note: 'x' * 501 } => 422, { pupils: ids, version: 'odd' } => 422 }.each do |body, code|
      api(:post, "/api/tunes/#{low[:id]}/cards", body)
      expect([body[:pupils].size, status]).to eq([body[:pupils].size, code])
    end
  end

  it 'says on the next card what changed since the last one' do
    chart = open_chart
    expect(issue(chart)[:body][:changes]).to eq([])
    saved = save_chart(chart, pins: [{ note: 'n5', finger: 4 }], options: { tempo: 90 })
    expect(issue(saved)[:body][:changes]).to eq(['Since No. 1: bar 2: fingering', 'Since No. 1: tempo 90 instead of 72'])
  end

  describe 'what comes back' do
    it 'counts each report once, the latest of a day and item standing, and shows the teacher' do
      card = issue
      tick = { key: 'aaaa-0001', kind: 'item', day: today, item: 0, value: 2 }
      report(card, tick, { key: 'aaaa-0002', kind: 'minutes', day: today, value: 12 })
      report(card, tick) # sent again after a lost answer
      found = report(card, { key: 'aaaa-0003', kind: 'minutes', day: today, value: 15 }, { key: 'aaaa-0004', kind: 'item', day: (Date.today - 1).iso8601, item: 1, value: 1 })
      expect(found).to eq(minutes: 15, days: [{ day: (Date.today - 1).iso8601, minutes: 0, pain: false, items: { '1': 1 } }, { day: today, minutes: 15, pain: false, items: { '0': 2 } }])
      expect(api(:get, "/api/link/#{token(card)}")[:days]).to eq(found[:days])
      expect(api(:get, "/api/cards/#{card[:id]}")[:practised]).to eq(days: 2, minutes: 15, pain: nil)
      expect(api(:get, "/api/pupils/#{card[:pupil_id]}")[:cards].first[:practised]).to include(minutes: 15)
    end

    it 'brings pain to the teacher’s eye at once, until the teacher clears it' do
      card = issue
      report(card, { key: 'pain-0001', kind: 'pain', day: today, value: 1 })
      look = -> { api(:get, '/api/pupils')[:pupils].first[:look].map { _1[:words] } }
      expect(look.call.first).to match(/\AIt hurt on .*\(told from a card\): with No. 1/)
      api(:post, "/api/pupils/#{card[:pupil_id]}/marks", { skill: 'bow.hold', value: 2 })
      expect(look.call.first).to start_with('It hurt on')
      hold = api(:get, "/api/pupils/#{card[:pupil_id]}")[:holds].first
      api(:post, "/api/holds/#{hold[:id]}/clear", { note: 'A tight thumb; looser now.' })
      expect(look.call.grep(/hurt/)).to be_empty
      report(card, { key: 'pain-0001', kind: 'pain', day: today, value: 1 }) # the same report, sent once more
      expect(look.call.grep(/hurt/)).to be_empty
    end

    it 'takes nothing through a closed link, and nothing that cannot be' do
      card = issue
      good = { key: 'aaaa-0001', kind: 'minutes', day: today, value: 5 }
      [{ day: (Date.today - 40).iso8601 }, { day: (Date.today + 9).iso8601 }, { value: 9999 }, { kind: 'item', item: 99 }, { kind: 'love' }, { key: 'x' }].each do |wrong|
        report(card, good.merge(wrong))
        expect([wrong, status]).to eq([wrong, 422])
      end
      stub_const('FawnmossServer::Models::CardReport::MOST', 1)
      report(card, good)
      report(card, good.merge(key: 'aaaa-0002'))
      expect(error[:message]).to start_with('This card has more reports')
      api(:delete, "/api/cards/#{card[:id]}/link", {})
      report(card, good)
      expect(status).to eq(404)
    end
  end
end
