# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe FawnmossServer::Apart do
  def job(seconds = 5, **more, &) = FawnmossServer::Apart::Job.new(FawnmossServer::Apart::Limits.new(seconds:, **more)).run(&)

  it 'brings back what the block returns, from another process' do
    expect(job { [Process.pid, { a: 1/3r, 'b' => :c }] }).to match([be_positive & satisfy { _1 != Process.pid }, { a: 1/3r, 'b' => :c }])
  end

  it 'collects nothing while a short job runs, and does elsewhere' do
    expect([job(wastes: true) { GC.enable }, job { GC.enable }, GC.enable]).to eq([true, false, false]) # whether it was switched off
  end

  it 'raises what the block refuses, place and remedy and all, and names what broke' do
    expect { job { Fawnmoss::Notation.read('X:1', 'abc') } }.to raise_error(Fawnmoss::InvalidTune) { expect(_1.remedy).to include('K:') }
    expect { job { nil.upcase } }.to raise_error(/NoMethodError/)
    expect { job { FawnmossServer.db.get(1) } }.to raise_error(/must not ask the database/)
  end

  it 'ends a job that takes too long, too much memory, or dies' do
    started = Time.now
    expect { job(0.3) { sleep 60 } }.to raise_error(described_class::Failed, /over 0/)
    expect { job(1) { loop { nil } } }.to raise_error(described_class::Failed, /without an answer|over 2 seconds/) # of the processor's time
    expect { job(0.3) { loop { nil } } }.to raise_error(described_class::Failed)
    expect { job { Process.kill(:KILL, Process.pid) } }.to raise_error(described_class::Failed, /without an answer/)
    stub_const("#{described_class}::MEMORY", 30_000_000)
    expect { job { Array.new(40) { 'x' * 10_000_000 }.size } }.to raise_error(described_class::Failed)
    expect(Time.now - started).to be < 20
  end

  describe described_class::Standby do
    let(:limits) { FawnmossServer::Apart::Limits.new(seconds: 5, wastes: true) }
    let(:standby) { described_class.new }

    def ask(given, key: :tune, limits: self.limits, &block)
      standby.run(limits, key, given, &block || ->(number) { [Process.pid, number * 2] })
    end

    # Waits until a process is no more.
    def gone(pid)
      Timeout.timeout(60) { loop { Process.kill(0, pid) && sleep(0.05) } }
    rescue Errno::ESRCH
      sleep 0.1 # whoever waited for it knows too
    end

    it 'gives the next of its kind to the process that did the last one, and another kind to another' do
      first, *others = [1, 2, 3].map { ask(_1) }
      expect([first, *others].map(&:last)).to eq([2, 4, 6])
      expect([*others.map(&:first).uniq, Process.pid]).to match([first.first, satisfy { _1 != first.first }])
      expect(ask(4, key: :other).first).not_to eq(first.first)
      expect(ask(5).first).not_to eq(first.first) # it made room
    end

    it 'stands ready after a refusal, not after a break, and asks anew when the process is gone' do
      pid = ask(1).first
      picky = ->(number) { number.zero? ? raise(Fawnmoss::InvalidInput, 'Not that.') : [Process.pid, number] }
      expect { ask(0, key: :picky, &picky) }.to raise_error(Fawnmoss::InvalidInput, 'Not that.')
      kept = 2.times.map { ask(1, key: :picky, &picky).first }
      expect(kept.uniq).to match([satisfy { _1 != pid }])
      expect { ask(nil, key: :picky, &picky) }.to raise_error(/NoMethodError/)
      again = ask(1, key: :picky, &picky).first
      expect(again).not_to eq(kept.first)
      Process.kill(:KILL, again)
      gone(again)
      expect(ask(7, key: :picky, &picky)).to match([satisfy { _1 != again }, 7])
    end

    it 'ends a process that has grown, is asked for nothing, or takes too long, and the next is answered all the same' do
      stub_const('FawnmossServer::Apart::Held::GROWN', 100_000_000) # what it gives back meanwhile is little beside it
      kept = []
      grow = ->(number) { [Process.pid, (kept << ('x' * 70_000_000)) && number] }
      expect(4.times.map { ask(_1, &grow).first }.uniq.size).to eq(2)
      stub_const('FawnmossServer::Apart::Held::IDLE', 0.1)
      pid = ask(1, key: :idle).first
      gone(pid)
      expect(ask(2, key: :idle)).to match([satisfy { _1 != pid }, 4])
      short = FawnmossServer::Apart::Limits.new(seconds: 0.3)
      expect { ask(1, limits: short) { sleep 60 } }.to raise_error(FawnmossServer::Apart::Failed, /over 0.6/)
      expect(ask(3).last).to eq(6)
    end

    it 'answers several at once, each with what was given, whoever forks meanwhile' do
      answers = 8.times.map { |number| Thread.new { [standby.run(limits, number % 2, number) { |given| given + 100 }, job { number }] } }.map(&:value)
      expect(answers).to eq(8.times.map { [_1 + 100, _1] })
    end
  end

  describe described_class::Queue do
    let(:limits) { FawnmossServer::Apart::Limits.new(seats: 1, queue: 3, own: 2, seconds: 1) }

    # Takes the one seat for a studio until told to go on; returns [queue, log, thread, gate].
    def busy
      queue = described_class.new(limits)
      gate = Thread::Queue.new
      log = []
      taken = Thread::Queue.new
      first = Thread.new { queue.seat(1) { (log << 1) && (taken << 1) && gate.pop } }
      taken.pop
      [queue, log, first, gate]
    end

    def join(queue, log, *whose)
      whose.map { |one| Thread.new { queue.seat(one) { log << one } }.tap { sleep 0.02 } }
    end

    it 'serves other studios before the next job of the one just served' do
      queue, log, first, gate = busy
      threads = join(queue, log, 1, 2, 3)
      gate << :go
      [first, *threads].each(&:join)
      expect(log).to eq([1, 2, 1, 3]).or eq([1, 2, 3, 1])
    end

    it 'tells at once when too many wait, all in all or of one studio' do
      queue, log, first, gate = busy
      threads = join(queue, log, 1, 2)
      expect { queue.seat(1) { nil } }.to raise_error(FawnmossServer::Apart::Busy)
      threads += join(queue, log, 3)
      expect { queue.seat(4) { nil } }.to raise_error(FawnmossServer::Apart::Busy, /4 such jobs/)
      gate << :go
      [first, *threads].each(&:join)
      expect(queue.seat(4) { :free }).to eq(:free)
    end

    it 'tells who waits too long, and lets the others go on' do
      stub_const('FawnmossServer::Apart::Queue::PATIENCE', 0.05)
      queue, log, first, gate = busy
      expect { queue.seat(2) { log << 2 } }.to raise_error(FawnmossServer::Apart::Busy)
      gate << :go
      first.join
      expect([queue.seat(3) { :free }, log]).to eq([:free, [1]])
    end

    it 'gives the seat on when a job breaks, and when one who waits goes away' do
      queue, log, first, gate = busy
      gone, stays = join(queue, log, 2, 3)
      gone.kill.join
      gate << :go
      [first, stays].each(&:join)
      expect { queue.seat(5) { raise 'broken' } }.to raise_error('broken')
      expect([queue.seat(6) { :free }, log]).to eq([:free, [1, 3]])
    end
  end

  it 'takes a long tune all the way: chart, marks, files, card, keys, copies' do
    log_in
    jobs = 0
    counted = ->(made, *given) { (jobs += 1) && made.call(*given) }
    allow(described_class::Job).to receive(:new).and_wrap_original(&counted)
    pupil = add_pupil
    tune = add_tune('D E F G|(A2 A2)|' * 60, title: 'Long lane')
    chart = open_chart(tune:, pupil:, version: 'full')
    saved = save_chart(chart, pins: [{ note: 'n2', finger: 1 }])
    expect([saved[:lock_version], saved[:chart][:notes].size]).to eq([1, 360])
    %w[play score].each { |part| expect([part, api(:get, "/api/charts/#{chart[:id]}/#{part}") && status]).to eq([part, 200]) }
    %w[txt abc musicxml mid json].each { |ending| expect([ending, api(:get, "/api/charts/#{chart[:id]}/chart.#{ending}") && status]).to eq([ending, 200]) }
    expect(api(:post, "/api/charts/#{chart[:id]}/work", {})[:body][:chart][:notes].size).to eq(360)
    2.times { api(:post, "/api/charts/#{chart[:id]}/cards", { bars: [1, 2] }) && expect(status).to(eq(201)) }
    ["keys?pupil_id=#{pupil[:id]}", "ways?pupil_id=#{pupil[:id]}", 'group?instruments=violin,viola'].each { |path| expect([path, api(:get, "/api/tunes/#{tune[:id]}/#{path}") && status]).to eq([path, 200]) }
    expect(api(:post, "/api/tunes/#{tune[:id]}/copies", { way: 'simpler_rhythm' })[:bars]).to eq(120)
    changed = api(:patch, "/api/tunes/#{tune[:id]}", { text: tune[:text].sub('D E F G', 'D E F A'), lock_version: 0 })
    expect([status, changed[:marks_lost]]).to eq([200, 0])
    save_chart(chart, lock_version: 0)
    expect([status, error[:code]]).to eq([409, 'stale'])
    expect(jobs).to be > 12
  end

  it 'answers a full queue with 503 and when to try again, and a job over its limits with what to do' do
    busy = FawnmossServer::Boot::Failures.answer(described_class::Busy.new(3), {})
    expect([busy[0], busy[1]['retry-after'], JSON.parse(busy[2][0])['error']['code']]).to eq([503, '3', 'busy'])
    heavy = FawnmossServer::Boot::Failures.answer(described_class::Failed.new('over'), {})
    expect([heavy[0], JSON.parse(heavy[2][0])['error']['remedy']]).to match([422, /fewer bars/])
  end
end
