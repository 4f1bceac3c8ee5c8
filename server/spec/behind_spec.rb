# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe FawnmossServer::Behind do
  let(:done) { Thread::Queue.new }

  before { allow(FawnmossServer).to receive(:settings).and_return(FawnmossServer.settings.dup.tap { _1.looks_at_once = false }) }

  # What comes next within ten seconds; nil when nothing does.
  def following = Timeout.timeout(10) { done.pop }

  it 'does one thing after another, and what is given again before its turn once, with the value given last' do
    gate = Thread::Queue.new
    behind = described_class.new(:trying) { |key, value| (done << [key, value]) && gate.pop }
    behind.give(:first)
    expect(following).to eq([:first, nil])
    behind.give(:second, 1)
    behind.give(:third)
    behind.give(:second, 2)
    behind.give(:second)
    4.times { gate << 1 }
    expect([following, following]).to eq([[:second, 2], [:third, nil]])
    behind.send(:stop)
    expect(done).to be_empty
  end

  it 'goes on after a failure, which it says, and by itself where rounds are asked for' do
    said = StringIO.new
    allow($stdout).to receive(:puts) { said.puts(_1) }
    stub_const('FawnmossServer::Behind::LATE', 0.01)
    quiet = ENV.delete('FAWNMOSS_QUIET')
    behind = described_class.new(:trying, every: 0.02) { |key, _| (done << key) && (raise 'odd' if done.size == 1) }
    behind.start
    3.times { expect(following).to be_nil }
    behind.give(:asked)
    expect(Array.new(50) { following }.compact).to include(:asked)
    behind.send(:stop)
    expect(JSON.parse(said.string.lines.first)).to match('at' => /\A20/, 'trying' => /RuntimeError: odd/)
  ensure
    ENV['FAWNMOSS_QUIET'] = quiet
  end

  it 'ends when it is told to, also in the middle of a wait, and does nothing where nothing goes on behind' do
    behind = described_class.new(:trying, every: 600) { done << 1 }
    behind.start
    following
    started = FawnmossServer::Clock.now
    behind.send(:stop)
    expect(FawnmossServer::Clock.now - started).to be < 2
    allow(FawnmossServer).to receive(:settings).and_return(FawnmossServer.settings.dup.tap { _1.looks_at_once = true })
    behind.give(:asked)
    behind.start
    expect(done).to be_empty
  end
end
