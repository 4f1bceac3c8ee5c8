# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe FawnmossServer::Lease, :own_rows do
  let(:db) { FawnmossServer.db }

  after { db[:leases].where(name: 'trying').delete }

  def hold(wait: 0, &block) = described_class.hold(db, 'trying', wait:, &block)

  it 'is held by one at a time, and given back, also when its work fails' do
    expect(hold { [hold { :second }, described_class.hold(db, 'other') { :other }] }).to eq([false, :other])
    expect { hold { raise 'no' } }.to raise_error('no')
    expect([hold { :again }, db[:leases].where(name: %w[trying other]).count]).to eq([:again, 0])
  end

  it 'is waited for' do
    begun = Thread::Queue.new
    gate = Thread::Queue.new
    first = Thread.new { hold { (begun << 1) && gate.pop } }
    begun.pop
    second = Thread.new { hold(wait: 20) { :second } }
    expect(second.join(0.5)).to be_nil
    gate << :first
    expect([first.value, second.value]).to eq(%i[first second])
  end

  it 'is held within a transaction too, where nobody sees it' do
    stub_const('FawnmossServer::Lease::BEAT', 0.05)
    started = FawnmossServer::Clock.now
    expect(db.transaction { hold { sleep(0.3) && hold { 1 } } }).to be(false)
    expect([FawnmossServer::Clock.now - started, db[:leases].where(name: 'trying').count]).to match([be < 5, 0])
  end

  it 'passes on from who died, not from who lives and works for long' do
    db[:leases].insert(name: 'trying', holder: 'dead', beat: Sequel.lit("UTC_TIMESTAMP(6) - INTERVAL #{described_class::LOST - 2} SECOND"))
    expect(hold { 1 }).to be(false)
    expect(hold(wait: 5) { :mine }).to eq(:mine)
    stub_const('FawnmossServer::Lease::BEAT', 0.05)
    stub_const('FawnmossServer::Lease::GONE', Sequel.lit('UTC_TIMESTAMP(6) - INTERVAL 1 SECOND'))
    expect(hold { sleep(1.5) && hold { 1 } }).to be(false)
  end
end
