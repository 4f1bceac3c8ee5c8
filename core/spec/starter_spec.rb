# frozen_string_literal: true

require_relative 'spec_helper'

# The forty tunes for a new studio (core/data/starter.abc): graded, for every instrument, each with its source.
RSpec.describe 'the starter shelf' do
  let(:book) { Fawnmoss::Notation::Abc::Book.new(FawnmossData.starter) }
  let(:tunes) { starter_tunes }

  def said(field) = book.pieces.map { |piece| piece.lines.map(&:first).filter_map { _1[/\A#{field}:\s*(.*)/, 1] }.first }

  it 'is forty tunes that add up, each with a title, a tempo and where it comes from' do
    expect([tunes.size, tunes.map(&:title).uniq.size]).to eq([40, 40])
    expect(tunes.flat_map(&:notices)).to eq([])
    expect(tunes.map(&:tempo)).to all(be_between(40, 160))
    expect(said('S')).to all(match(/\A(Composed by us|Traditional .*, set from memory|Traditional, set from memory)/))
  end

  it 'goes along the path, in several keys and meters' do
    stages = catalogue.path('violin', []).enum_for(:each).map(&:stage).uniq
    order = said('N').map { stages.index(_1) }
    expect(order).to eq(order.compact.sort)
    expect(said('N').tally).to include('Open strings', 'Rhythm', 'Left hand', 'Patterns', 'Scales', 'Tunes', 'Bow craft', 'Positions')
    expect([tunes.map { _1.key.name }.uniq.size, tunes.map { _1.meter.to_s }.uniq.size]).to match([be >= 8, be >= 4])
  end

  it 'serves all four instruments, from open strings to a higher position' do
    %w[violin viola cello bass].each do |id|
      simple, full = %w[simple full].map { |version| tunes.map { |tune| nearest(tune, id, version:) } }
      expect([simple.compact.size, full.compact.size]).to match([be >= 26, be >= 38]), id
      expect(simple.compact.first(6).count { |chart| chart.entries.all? { _1.place.open? } }).to be >= 1, id
      expect(full.compact.last(5).flat_map { |chart| chart.entries.map(&:place) }.reject(&:open?).map { _1.hand.name }.uniq.size).to be >= (id == 'viola' ? 1 : 2), id
    end
  end
end
