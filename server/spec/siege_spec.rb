# frozen_string_literal: true

require_relative 'spec_helper'
require 'tmpdir'
require_relative '../../siege/erase'
require_relative '../../siege/kill'
require_relative '../../siege/serving'
require_relative '../../siege/starve'

# Short versions of bin/siege against a real server: Puma with its processes, on a port of its own.
RSpec.describe 'a server under siege', :own_rows do
  let(:outbox) { Dir.mktmpdir }
  let(:port) { Serving.free_port }

  after do
    FileUtils.rm_rf(outbox)
    FawnmossServer.db[:accounts].where(Sequel.like(:email, '%@example.test')).delete
  end

  def start
    env = { 'FAWNMOSS_PORT' => port.to_s, 'FAWNMOSS_WORKERS' => '2', 'FAWNMOSS_LOOKS' => nil, 'APP_ENV' => 'production', 'FAWNMOSS_OUTBOX' => outbox, 'FAWNMOSS_OUTBOX_PAGE' => 'yes' }
    Serving.puma(env)
  end

  # Told by order, not by the clock: a machine may be slow, but who asks for little must not wait for who asks for much.
  it 'answers everybody else while the heaviest requests there are run, and those with a word' do
    Serving.run(port, method(:start)) do
      starve = Starve.new(port, out: StringIO.new, pause: 0.2)
      rows = starve.run(['eight charts of 1,996 notes', '600,000 bar lines', 'a body of 400 MB'])
      expect(rows.map { |row| row.statuses.keys - [200, 413, 422, 503] }).to eq([[]] * 3)
      long = rows.max_by(&:seconds)
      expect([long.name, long.today.size, long.health.size]).to match(['eight charts of 1,996 notes', be > 8, be > 8])
      expect(rows.flat_map { |row| row.today + row.health }.max).to be < [10_000, long.seconds * 1000].min # a failure counts as ten seconds
    end
  end

  it 'erases a pupil whole while others write about the pupil' do
    Serving.run(port, method(:start)) do
      report = Erase.new(port).run(3)
      expect(report.to_h).to include(left: {}, refused: 0)
      expect(report.statuses.keys - [200, 201, 404, 409, 503]).to eq([])
      expect(report.statuses.values.sum).to eq(3 * 5 * 6)
    end
  end

  it 'loses and doubles no mark when it is killed while marks are set' do
    report = Kill.new(port, start: method(:start), out: StringIO.new).run(2)
    expect(report.to_h).to include(rounds: 2, lost: 0, doubled: 0, refused: 0, acknowledged: be > 4)
  end
end
