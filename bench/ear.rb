# frozen_string_literal: true

# bin/bench --ear: what others feel of a change of their chart while recordings of a minute are listened to, and how long these take. The server runs
# already, on FAWNMOSS_PORT, with the demo studio.

require 'bundler/setup'
require_relative '../core/load_data'
require_relative '../demo/seed'
require_relative '../siege/client'

# One teacher who changes a chart, and others whose recordings come meanwhile.
class Ear
  CHANGES = 120 # of a chart, idle and meanwhile each
  TAKES = 8 # of about a minute
  BOUND = 1.5

  def initialize(port)
    @port = port
    @teacher = log_in
    @chart = chart('violin', 'By Moonlight')
    @wav = wav
  end

  def report
    changes(20)
    idle = changes(CHANGES)
    puts format('a change of a chart, idle           median %3d ms   95 %% %3d ms', at(idle, 0.5), at(idle, 0.95))
    meanwhile, took = while_listening
    puts format('while %d takes of %d s are heard      median %3d ms   95 %% %3d ms', TAKES, @wav.seconds, at(meanwhile, 0.5), at(meanwhile, 0.95))
    puts format('  from the last piece to the result: first %.1f s, last %.1f s (two at once)', took.min, took.max)
    ratio = at(meanwhile, 0.95) / at(idle, 0.95)
    puts format('  others at the 95th percentile: %.2f times as long%s', ratio, ratio > BOUND ? "   OVER #{BOUND}" : '')
    exit 1 if ratio > BOUND
  end

  private

  def log_in = Client.new(@port).tap { _1.log_in(Demo::EMAIL, Demo::PASSWORD) }

  def chart(instrument, title)
    tune = @teacher.get('/api/tunes').json[:tunes].find { _1[:title] == title }
    @teacher.post('/api/charts', { tune_id: tune[:id], instrument: }).json
  end

  # About a minute, as the stand-in pupil plays the tune slowly.
  def wav
    catalogue = FawnmossData.load
    tune = Fawnmoss::Notation.read(File.read(File.expand_path('../demo/tunes/04-by-moonlight.abc', __dir__)), 'abc')
    solved = Fawnmoss::Chart::Solve.call(tune, Fawnmoss::Chart::Request.build(instrument: catalogue.instrument('violin')), catalogue)
    length = Fawnmoss::Listening::Written.of(solved).then { _1.last.at + _1.last.length }.to_f
    sound = Fawnmoss::Listening::StandIn.play(solved, { 'tempo' => length.clamp(25, 200) }, chance: Random.new(1).method(:rand))
    @bytes = Fawnmoss::Listening::Wav.write(sound)
    sound
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def at(times, share) = times.sort[((times.size - 1) * share).round]

  # Milliseconds of so many changes, a little apart, as somebody works; on until the block says that it is enough.
  def changes(count = nil)
    times = []
    while count ? times.size < count : yield
      started = now
      change(times.size)
      times << ((now - started) * 1000)
      sleep 0.03
    end
    times
  end

  def change(number)
    pins = [{ note: 'n2', direction: number.even? ? 'up' : 'down' }]
    answer = @teacher.put("/api/charts/#{@chart[:id]}", { lock_version: @chart[:lock_version], options: @chart[:options], pins: })
    raise "#{answer.status} #{answer.body[0, 200]}" unless answer.status == 200

    @chart = answer.json
  end

  # [times of changes meanwhile, seconds that the takes took]
  def while_listening
    ids = Array.new(TAKES) { begun }
    took = Queue.new
    listeners = ids.map { |id| Thread.new { took << heard(id) } }
    times = changes { listeners.any?(&:alive?) }
    [times, Array.new(took.size) { took.pop }]
  end

  # A take whose sound has arrived.
  def begun
    take = @teacher.post('/api/takes', { kind: 'chart', chart_id: @chart[:id], key: SecureRandom.hex(8), rate: nil }).json
    pieces.each_with_index { |piece, number| send_piece(take[:id], number, piece) }
    take[:id]
  end

  def pieces = @pieces ||= (0...@bytes.bytesize).step(500_000).map { @bytes.byteslice(_1, 500_000) }

  def send_piece(id, number, bytes)
    answer = @teacher.send_it(Net::HTTP::Put.new("/api/takes/#{id}/pieces/#{number}"), bytes, { content_type: 'application/octet-stream' })
    raise "#{answer.status} #{answer.body[0, 200]}" unless answer.status == 200
  end

  # Seconds until it is told, asked about as a page does.
  def heard(id)
    client = log_in
    started = now
    client.post("/api/takes/#{id}/finish", { pieces: pieces.size })
    loop do
      take = client.get("/api/takes/#{id}").json
      return now - started if take[:state] == 'heard'
      raise take[:trouble] if take[:state] == 'refused'

      sleep 0.9
    end
  end
end

Ear.new(Integer(ENV.fetch('FAWNMOSS_PORT'))).report
