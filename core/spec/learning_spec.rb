# frozen_string_literal: true

require_relative 'spec_helper'
require 'yaml'

# The weights of the fingering moved by marked pieces.
RSpec.describe Fawnmoss::Learning do
  def data(name) = File.expand_path("../data/#{name}.yml", __dir__)
  def book = @book ||= described_class::Book.new(File.read(data('weights')))
  def perceptron = described_class::Perceptron.new(book, YAML.safe_load_file(data('weight_order')))
  def line(name, version = 'full') = book.lines(['violin', version]).fetch(name)

  # A piece of this tune with these fingers.
  def piece(body, fingers, id: 'violin', **options)
    text = { 'instrument' => id, 'version' => 'full', 'fingers' => fingers, 'bows' => fingers.gsub(/[^ |]+/, '.'),
             'options' => options.flat_map { |name, value| ["--#{name}", value] } }
    described_class::Piece.read('made', text, tune(body), catalogue)
  end

  def places(piece, values)
    described_class::Fingers.new(piece, book.table(values, described_class::Fingers.path(piece))).accepted
  end

  it 'has one number for every line of the file, and gives the file back unchanged' do
    expect(book.write(book.values)).to eq(File.read(data('weights')))
    expect(book.table(book.values, %w[cello full])).to eq(catalogue.weights('cello', 'full'))
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

  # A waltz bowed down, up, up, where a hook or a slur costs more than any bar that begins up.
  it 'learns prices of the bowing from bowings, its own tables by its own paths' do
    text = File.read(data('bow_weights')).sub('hook_up_up: 60', 'hook_up_up: 900').sub('own_slur: 60', 'own_slur: 900').sub('other_bowing: 600', 'other_bowing: 0')
    dear = described_class::Book.new(text)
    expect(dear.table(dear.values, ['strong'])).to eq(catalogue.bow_weights('strong').merge(hook_up_up: 900, own_slur: 900, other_bowing: 0))
    waltzes = ['D E F|G A B|A G F|D3|', 'A F D|G E C|B G E|A3|', 'd c B|A G F|E F G|D3|'].map do |body|
      marks = { 'instrument' => 'violin', 'version' => 'full', 'fingers' => '. . . | . . . | . . . | .', 'bows' => 'd u u | d u u | d u u | d', 'options' => [] }
      described_class::Piece.read('waltz', marks, tune(body, meter: '3/4'), catalogue)
    end
    learner = described_class::Perceptron.new(dear, YAML.safe_load_file(data('weight_order')), described_class::Bows)
    hits = ->(piece, values) { described_class::Bows.new(piece, dear.table(values, ['strong'])).accepted }
    learnt = learner.learn(waltzes.first(2))
    expect([dear.values, learnt].map { hits.call(waltzes.last, _1) }).to match([[be < 10, 10], [10, 10]])
    expect(learnt.values_at(*dear.lines(['strong']).values_at('hook_up_up', 'own_slur'))).to include(be < 900)
    expect(learner.learn([waltzes.last.copy(bowings: [Array.new(10)])])).to eq(dear.values) # no opinion, nothing moves
  end

  it 'keeps every weight above nothing and in the stated order' do
    order = [%w[known_fourth_finger fourth_finger], %w[slide crossing]]
    low = book.ordered(book.values.merge(line('known_fourth_finger') => 1000.0, line('hop') => -5.0), order)
    expect(low.values_at(line('known_fourth_finger'), line('fourth_finger'), line('hop'))).to eq([900.0, 900.0, 1.0])
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
