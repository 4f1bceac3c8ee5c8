# frozen_string_literal: true

require_relative 'spec_helper'
require 'yaml'

# The weights of the fingering moved by marked pieces.
RSpec.describe Fawnmoss::Learning do
  def data(name) = File.expand_path("../data/#{name}.yml", __dir__)
  def book = @book ||= described_class::Book.new(File.read(data('weights')))
  def perceptron = described_class::Perceptron.new(book, YAML.safe_load_file(data('weight_order')))
  def line(name, version = 'full') = book.lines('violin', version).fetch(name)

  # A piece of this tune with these fingers.
  def piece(body, fingers, id: 'violin', **options)
    text = { 'instrument' => id, 'version' => 'full', 'fingers' => fingers, 'bows' => fingers.gsub(/[^ |]+/, '.'),
             'options' => options.flat_map { |name, value| ["--#{name}", value] } }
    described_class::Piece.read('made', text, tune(body), catalogue)
  end

  def places(piece, values)
    described_class::Fingers.new(piece, book.table(values, piece.request.instrument.id, piece.request.version)).accepted
  end

  it 'has one number for every line of the file, and gives the file back unchanged' do
    expect(book.write(book.values)).to eq(File.read(data('weights')))
    expect(book.table(book.values, 'cello', 'full')).to eq(catalogue.weights('cello', 'full'))
    expect([line('crossing', 'simple') == line('crossing'), line('slide', 'simple') == line('slide')]).to eq([true, false])
    moved = book.write(book.values.merge(line('known_fourth_finger') => 12.4))
    expect(moved.lines.zip(File.readlines(data('weights'))).reject { |one, other| one == other }.map { _1.map(&:strip) })
      .to eq([['known_fourth_finger: 12  # learnt', 'known_fourth_finger: 35  # learnt']])
  end

  it 'leaves alone what the marks do not ask to move' do
    settled = piece('D E F G|A B c d|', 'D0 D1 D2 D3 | A0/D4 A1 A2 A3')
    expect(perceptron.learn([settled])).to eq(book.values)
  end

  it 'learns a taste that it did not have, from a few pieces, and uses it in one it has not seen' do
    marked = { 'D F A B|c4|' => 'D0 D2 D4 A1 | A2', 'E G A B|c B A2|' => 'D1 D3 D4 A1 | A2 A1 D4/A0', 'F G A c|d4|' => 'D2 D3 D4 A2 | A3' }
    pieces = marked.map { |body, fingers| piece(body, fingers) }
    before, after = [book.values, perceptron.learn(pieces.first(2))].map { |values| places(pieces.last, values) }
    expect([before, after]).to eq([[4, 5], [5, 5]])
  end

  it 'keeps every weight above nothing and in the stated order' do
    order = [%w[known_fourth_finger fourth_finger], %w[slide crossing]]
    low = book.ordered(book.values.merge(line('known_fourth_finger') => 200.0, line('hop') => -5.0), order)
    expect(low.values_at(line('known_fourth_finger'), line('fourth_finger'), line('hop'))).to eq([160.0, 160.0, 1.0])
    expect(low.values_at(line('slide'), line('crossing'))).to eq(book.values.values_at(line('slide'), line('crossing'))) # the file means it otherwise
    expect(low.values.min).to be >= 0
  end

  it 'knows the exact price of a chart under any weights' do
    made = piece('D F A d|G B A2|', '. . . . | . . .')
    fingers = described_class::Fingers.new(made, catalogue.weights('violin', 'full'))
    chosen = Fawnmoss::Chart::Solve.call(made.tune, made.request, catalogue)
    expect(fingers.cost(chosen.entries.map(&:place), catalogue.weights('violin', 'full'))).to eq((chosen.cost * 100).round)
  end
end
