# frozen_string_literal: true

require 'date'
require 'securerandom'
require 'zip'
require_relative 'client'

# What another user feels while somebody sends the heaviest requests there are: times of Today and of /healthz meanwhile.
class Starve
  TODAY = 100 # ms at the 95th percentile
  HEALTH = 50

  # today, health: milliseconds of the requests meanwhile, sorted.
  Row = Struct.new(:name, :seconds, :statuses, :today, :health, keyword_init: true) do
    def slow? = late(today) > TODAY || late(health) > HEALTH
    def middle(times) = times[times.size / 2] || 0
    def late(times) = times[(times.size * 0.95).floor.clamp(0, [times.size - 1, 0].max)] || 0
  end

  def self.scale(notes, body) = "X:1\nT:Siege #{SecureRandom.hex(4)}\nM:4/4\nL:1/4\nK:D\n#{body * (notes / 4)}\n"

  def initialize(port, out: $stdout, pause: 0.03)
    @out = out
    @pause = pause
    @port = port
    @victim = Client.new(port, source: '127.0.0.2')
    @victim.sign_up("victim-#{SecureRandom.hex(4)}@example.test")
    3.times { |n| @victim.post('/api/pupils', { name: "Pupil #{n}", instrument: 'violin', lesson_day: Date.today.cwday, lesson_time: "1#{n}:00" }) }
    @attacker = Client.new(port, source: '127.0.0.3')
    @attacker.sign_up("attacker-#{SecureRandom.hex(4)}@example.test")
  end

  # Rows; names: of the attacks, all when empty.
  def run(names = [])
    prepare
    attacks = ATTACKS.select { |name, _| names.empty? || names.include?(name) }
    @out.puts 'while this runs                     seconds  answers                     Today median/95 %    healthz median/95 %'
    attacks.map { |name, attack| row(name, attack) }
  end

  # Tunes and a pupil for the attacks.
  def prepare
    @long = add(self.class.scale(1996, 'D E F G|'))
    @same = add(self.class.scale(1996, 'D D D D|'))
    @over = add(self.class.scale(9984, 'D E F G|'))
    @pupil = @attacker.post('/api/pupils', { name: 'Bird', instrument: 'violin' }).json
    2.times { @victim.get('/api/today') }
  end

  def add(text) = @attacker.post('/api/tunes', { text: }).json[:id]

  QUESTIONS = %w[keys?instrument=violin ways?instrument=violin group?instruments=violin,viola,cello,bass].freeze

  ATTACKS = {
    'nothing' => ->(_) { [sleep(2) && 200] },
    '120,000 XML attributes' => ->(siege) { [siege.reading(siege.attributes(120_000))] },
    '8,000 parts' => ->(siege) { [siege.reading(siege.parts(8000))] },
    '600,000 bar lines' => ->(siege) { [siege.reading(siege.bar_lines(600_000))] },
    '200,000 bar lines' => ->(siege) { [siege.reading(siege.bar_lines(200_000))] },
    'eight PDFs' => ->(siege) { siege.at_once(8) { siege.get("/api/pupils/#{siege.pupil}/report.pdf") } },
    'a chart of 1,996 open D, full' => ->(siege) { [siege.chart(siege.same, 'full')] },
    'eight charts of 1,996 notes' => ->(siege) { siege.at_once(8) { siege.chart(siege.long, 'full') } },
    'one slur over 9,600 notes' => ->(siege) { [siege.reading(Starve.scale(9600, 'D E F G ').sub('D', '(D').sub(/G\s*\z/, 'G)|'))] },
    'keys, ways, group of 1,996 notes' => ->(siege) { QUESTIONS.map { |question| siege.get("/api/tunes/#{siege.long}/#{question}") } },
    'keys of 9,984 notes' => ->(siege) { [siege.get("/api/tunes/#{siege.over}/keys?instrument=violin")] },
    'a zip that swells' => ->(siege) { [siege.archive] },
    'a body of 400 MB' => ->(siege) { [siege.flood(400_000_000)] },
    'twenty readings at once' => ->(siege) { siege.at_once(20) { siege.reading(Starve.scale(8000, 'D E F G|')) } }
  }.freeze

  attr_reader :long, :same, :over

  def pupil = @pupil[:id]
  def reading(text) = @attacker.post('/api/reading', { text: }).status
  def get(path) = @attacker.get(path).status
  def chart(tune, version) = @attacker.post('/api/charts', { tune_id: tune, instrument: 'violin', version: }).status
  def at_once(times, &) = Array.new(times) { Thread.new(&) }.map(&:value)

  def attributes(count)
    "<score-partwise #{Array.new(count) { |n| "a#{n}='1'" }.join(' ')}><part id='P1'/></score-partwise>"
  end

  def parts(count)
    list = Array.new(count) { |n| "<score-part id='P#{n}'><part-name>P#{n}</part-name></score-part>" }.join
    "<score-partwise><part-list>#{list}</part-list>#{Array.new(count) { |n| "<part id='P#{n}'><measure number='1'/></part>" }.join}</score-partwise>"
  end

  def bar_lines(count)
    start = '<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>'
    "<score-partwise><part id='P1'><measure number='1'>#{start}#{'<barline/>' * count}</measure></part></score-partwise>"
  end

  # 25 scores that swell to 8 MB each.
  def archive
    inner = Zip::OutputStream.write_buffer do |zip|
      zip.put_next_entry('score.xml')
      zip.write("<score-partwise>#{' ' * 7_900_000}</score-partwise>")
    end.string
    outer = Zip::OutputStream.write_buffer { |zip| 25.times { |n| zip.put_next_entry("t#{n}.mxl") && zip.write(inner) } }.string
    @attacker.post('/api/archive', { file: [outer].pack('m0') }).status
  end

  # Says that much is to come and sends a megabyte at a time until the server will have no more.
  def flood(bytes)
    socket = TCPSocket.new('127.0.0.1', @port)
    socket.write("POST /api/tunes HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-type: application/json\r\ncontent-length: #{bytes}\r\n\r\n")
    chunk = 'x' * 1_000_000
    (bytes / chunk.bytesize).times do
      break if socket.wait_readable(0)

      socket.write(chunk)
    end
    (socket.gets.to_s[/\d{3}/] || 413).to_i # no word: it hung up
  rescue SystemCallError
    413 # it hung up
  ensure
    socket&.close
  end

  private

  def row(name, attack)
    over = false
    probes = { today: '/api/today', health: '/healthz' }.transform_values { |path| Thread.new { probe(path) { over } } }
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    statuses = apart { attack.call(self) }
    seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
    sleep 0.3
    over = true
    row = Row.new(name:, seconds:, statuses: statuses.tally, **probes.transform_values(&:value))
    say(row)
    row
  end

  # In a process of its own, so that the probes are not slowed by the attacker's own work.
  def apart
    reader, writer = IO.pipe(binmode: true)
    pid = fork do
      Marshal.dump(yield, writer)
      exit!(0)
    end
    writer.close
    Marshal.load(reader.read) # rubocop:disable Security/MarshalLoad -- written by our own process a moment ago
  ensure
    Process.wait(pid)
  end

  # Milliseconds of each request until the block says that it is over; a failure counts as ten seconds.
  def probe(path)
    times = []
    until yield
      answer = @victim.get(path)
      times << (answer.status == 200 ? answer.ms : 10_000)
      sleep @pause
    end
    times.sort
  end

  def say(row)
    marks = [[row.today, TODAY], [row.health, HEALTH]].map do |times, bound|
      format('%7.0f %7.0f ms%s', row.middle(times), row.late(times), row.late(times) > bound ? ' !' : '  ')
    end
    @out.puts format('%-34s %8.1f  %-22s %s %s', row.name, row.seconds, row.statuses.map { |status, count| "#{count} x #{status}" }.join(', '), *marks)
  end
end
