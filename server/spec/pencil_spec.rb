# frozen_string_literal: true

require_relative 'spec_helper'

# Marks of a teacher in one chart: kept, engraved, exported, on its card; the tune and other charts know nothing of them.
RSpec.describe 'what is pencilled into a chart' do
  before { log_in }

  let(:marks) do
    [{ kind: 'dynamic', note: 'n1', to: nil, text: 'mf' }, { kind: 'crescendo', note: 'n1', to: 'n4', text: '' }, { kind: 'heading', note: 'n1', to: nil, text: 'Verse' },
     { kind: 'circle', note: 'n5', to: nil, text: '' }, { kind: 'remark', note: 'n6', to: nil, text: 'Listen to the open string.' }]
  end

  def chart_of(tune, pupil) = open_chart(tune:, pupil:)

  it 'is engraved and exported with this chart alone, on its card, and goes along with a changed tune' do
    tune = add_tune('D E F G|A2 A2|', title: 'Down the hill')
    pupil = add_pupil
    saved = save_chart(chart_of(tune, pupil), options: { pencil: marks })
    expect(saved[:options][:pencil]).to eq(marks)
    expect(saved[:chart][:pencil]).to eq([{ kind: 'circle', bar: 2, note: 'n5', text: '' }, { kind: 'remark', bar: 2, note: 'n6', text: 'Listen to the open string.' }])
    expect(api(:get, "/api/charts/#{saved[:id]}/score")[:musicxml]).to include('<mf/>', 'type="crescendo"', '<rehearsal>Verse</rehearsal>')
    expect(api(:get, "/api/charts/#{saved[:id]}/chart.abc")).to include('[P:Verse]!mf!!<(!').or include('!mf!!<(![P:Verse]')
    expect(api(:get, "/api/tunes/#{tune[:id]}")[:abc]).not_to include('mf')
    card = api(:post, "/api/charts/#{saved[:id]}/cards", { paper: 'A4', items: [], size: 1 })
    body = api(:get, "/api/cards/#{card[:id]}")[:body]
    expect([body[:musicxml], body[:chart][:pencil].map { _1[:kind] }]).to match([/<mf.>/, %w[circle remark]])
    api(:patch, "/api/tunes/#{tune[:id]}", { lock_version: 0, text: "X:1\nT:Down the hill\nM:4/4\nL:1/4\nK:D\nA4|D E F G|A2 A2|\n" })
    expect(api(:get, "/api/charts/#{saved[:id]}")[:options][:pencil].map { _1[:note] }).to eq(%w[n2 n2 n2 n6 n7])
  end

  it 'is refused where it cannot be' do
    saved = chart_of(add_tune('D E F G|', title: 'Short'), add_pupil)
    [{ kind: 'stamp', note: 'n1', to: nil, text: '' }, { kind: 'dynamic', note: 'n1', to: nil, text: 'loud' }, { kind: 'words', note: 'n1', to: nil, text: '' }, { kind: 'crescendo', note: 'n1', to: nil, text: '' },
     { kind: 'circle', note: 'first', to: nil, text: '' }].each do |mark|
      api(:put, "/api/charts/#{saved[:id]}", { lock_version: saved[:lock_version], options: { pencil: [mark] }, pins: [] })
      expect(status).to eq(422), mark.inspect
    end
  end
end
