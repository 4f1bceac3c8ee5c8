# frozen_string_literal: true

require_relative 'spec_helper'

# What a teacher pencils into a chart: engraved with the notes, the tune itself untouched.
RSpec.describe Fawnmoss::Chart::Pencil do
  def pencil(kind, note, to: nil, text: '') = described_class.new(kind:, note:, to:, text:)
  def said(tune) = tune.notes.map { |note| note.directions.to_a.map { [_1.kind, _1.text] } }

  it 'is engraved where it was put, beside what the page says already' do
    score = tune('!p!D E F G|A2 A2|')
    now = described_class.on(score, [pencil(:dynamic, 'n3', text: 'f'), pencil(:crescendo, 'n1', to: 'n2'), pencil(:words, 'n5', text: 'sing'), pencil(:heading, 'n5', text: 'Chorus'), pencil(:breath, 'n4')])
    expect(said(now)).to eq([[[:dynamic, 'p'], [:crescendo, '']], [[:hairpin_end, '']], [[:dynamic, 'f']], [], [[:words, 'sing'], [:rehearsal, 'Chorus']], []])
    expect([now.notes[3].marks, said(score).flatten(1)]).to eq([[:breath], [[:dynamic, 'p']]])
    expect(now.played.map(&:pitch)).to eq(score.played.map(&:pitch))
  end

  it 'stands on the first note of a chord, and passes over notes that are not there and hairpins without an end' do
    now = described_class.on(tune('[DA]2 E2|'), [pencil(:dynamic, 'n2', text: 'mf'), pencil(:words, 'n77', text: 'lost'), pencil(:crescendo, 'n3', to: 'n99')])
    expect(said(now)).to eq([[[:dynamic, 'mf']], [], []])
  end

  it 'gives the page what it draws by itself, by bar' do
    list = [pencil(:circle, 'n5'), pencil(:remark, 'n2', text: 'Listen.'), pencil(:dynamic, 'n1', text: 'p'), pencil(:circle, 'n99')]
    expect(described_class.beside(tune('D E F G|A2 A2|'), list)).to eq([{ kind: 'circle', bar: 2, note: 'n5', text: '' }, { kind: 'remark', bar: 1, note: 'n2', text: 'Listen.' }])
  end
end
