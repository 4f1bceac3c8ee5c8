# frozen_string_literal: true

require_relative '../core/load_data'

# Tunes changed at random, as slips and damaged files change them: whatever is read must be written and read back as the same tune,
# and whatever is not must be refused with a word, never break.
class Fuzz
  Failure = Struct.new(:kind, :text, :what, keyword_init: true)
  Tally = Struct.new(:tried, :read, :failures, keyword_init: true)

  SIGNS = ['|', '||', ':|', '|:', '::', '[1', '[2', '|]', '(', ')', '(3', '(2', '-', '[', ']', '{', '}', '!trill!', '!breath!', '.', 'u', 'v', '!2!', '"_II"', '^', '_', '=', '__', ',', "'", '/', '2',
           '3', '3/2', '>', '<', 'z', 'Z', 'x', 'D', 'c', "\n", ' ', '%', '\\', 'K:G', '[M:3/4]', '~', 'y', '&', '$', "\u00e9"].freeze
  HEADS = ["M:3/4\n", "M:C|\n", "M:5/8\n", "L:1/16\n", "L:1/8\n", "K:Am\n", "K:Dmix\n", "K:F#m clef=bass\n", "Q:1/4=90\n", "Q:3/8=60\n", "T:100% \\ \"x\"\n",
           "T:\n", "C:a % b\n", "V:1\n", "w:la la\n"].freeze
  VALUES = ['0', '1', '-1', '3', '4', '7', '480', '99999', '1.5', '', 'x', '64th', 'G', 'start', 'stop', 'backward', 'forward', 'minor', '&#x85;', '&lt;&amp;',
            '1e999'].freeze

  # Everything that a tune can hold, in little.
  RICH = [
    "X:1\nT:All at once\nM:4/4\nL:1/8\nQ:1/4=80\nK:D\n|: (DE) .F.G A2 !2!uB2|[DA]2 [EB]2 {c}d2 (3def|[1 ^c=c _B2 A4 :|[2 !trill!A2 z2 D4||\n(A3 B) vc>d e2|!fermata!d8-|d4 z4|]\n",
    "X:1\nT:Six\nM:6/8\nL:1/8\nK:Gm clef=alto\nD|G2 A B2 c|(d2 ^f g2) f|[GB]3 !tenuto!B3-|B2 !breath!A G3||\n.D3 !1!G2 z|C,D,E, F,3|]\n",
    "X:1\nT:Bass\nM:3/4\nL:1/4\nK:F clef=bass\nF,|B,2 A,|(G,/A,/) B, C-|C z2|: D .D .D|[F,C]3 :|\n",
    "X:1\nT:Cut\nM:C|\nL:1/16\nK:A\nA16|a8 (e4 c4)|A/B/c/d/ e4 z8 A2|!accent!A8 !wedge!A8|]\n"
  ].freeze

  def initialize(texts, seed: 1)
    @abc = texts + (RICH * 3)
    @random = Random.new(seed)
  end

  # times: changed tunes of each format. Returns { 'abc' => Tally, 'musicxml' => Tally }.
  def run(times)
    xml = @abc.map { Fawnmoss::Notation::MusicXml.write(Fawnmoss::Notation::Abc.read(_1)) }
    { 'abc' => tally('abc', times) { changed_abc(@abc.sample(random: @random)) },
      'musicxml' => tally('musicxml', times) { changed_xml(xml.sample(random: @random)) } }
  end

  # What a text becomes when it is read, written in both formats and read again; nil when all is well.
  def self.wrong(text, format)
    tune = Fawnmoss::Notation.read(text, format)
    written = { 'abc' => Fawnmoss::Notation::Abc.write(tune), 'musicxml' => Fawnmoss::Notation::MusicXml.write(tune) }
    written.filter_map { |as, again| difference(tune, again, as) }.first
  rescue Fawnmoss::Error
    :refused
  rescue StandardError => e
    "broke: #{e.class}: #{e.message[0, 120]} #{e.backtrace.first}"
  end

  def self.difference(tune, again, as)
    back = Fawnmoss::Notation.read(again, as)
    before, after = [tune, back].map { |one| sounds(one) }
    return if before == after

    at = before.zip(after).index { |a, b| a != b } || before.size
    "differs as #{as} at sound #{at}: #{before[at].inspect} became #{after[at].inspect}"
  rescue Fawnmoss::Error => e
    "cannot be read back as #{as}: #{e.text}"
  end

  # What makes a tune the same: pitches, places, lengths, joins and marks.
  def self.sounds(tune)
    tune.played.map do |sound|
      note = sound.note
      [sound.pitch.to_s, sound.bar, sound.at, sound.duration, sound.slur, sound.marks.sort, note.finger, note.bow, note.string, note.graces&.map(&:to_s)]
    end
  end
  private_class_method :difference, :sounds

  private

  def tally(format, times)
    found = Tally.new(tried: 0, read: 0, failures: [])
    times.times do
      text = yield
      what = self.class.wrong(text, format)
      found.tried += 1
      found.read += 1 unless what == :refused
      found.failures << Failure.new(kind: format, text:, what:) if what.is_a?(String)
    end
    found
  end

  def changed_abc(text)
    head, body = text.split(/(?<=\n)(?=K:[^\n]*\n)/, 2)
    head = head.sub(/^[MLQTC]:.*\n/) { @random.rand < 0.5 ? HEADS.sample(random: @random) : _1 } if @random.rand < 0.3
    body = (body || '').dup
    [1, 1, 1, 2, 3].sample(random: @random).times do
      at = @random.rand(body.size + 1)
      @random.rand < 0.35 ? body.slice!(at, 1 + @random.rand(3)) : body.insert(at, SIGNS.sample(random: @random))
    end
    head + body
  end

  def changed_xml(text)
    lines = text.lines
    [1, 1, 1, 2, 3].sample(random: @random).times do
      at = @random.rand(lines.size)
      case @random.rand(5)
      when 0 then lines.delete_at(at)
      when 1 then lines.insert(at, lines[at])
      when 2 then lines[at] = lines[at].gsub(/>[^<>]*</) { ">#{VALUES.sample(random: @random)}<" }
      when 3 then lines[at] = lines[at].gsub(/"[^"]*"/) { "\"#{VALUES.sample(random: @random)}\"" }
      else
        other = @random.rand(lines.size)
        lines[at], lines[other] = lines[other], lines[at]
      end
    end
    lines.join
  end
end

if $PROGRAM_NAME == __FILE__
  texts = Dir[File.expand_path('../demo/tunes/*.abc', __dir__)].map { File.read(_1) }
  Fuzz.new(texts, seed: Integer(ARGV[1] || 1)).run(Integer(ARGV[0] || 3000)).each do |format, tally|
    puts "#{format}: #{tally.tried} changed, #{tally.read} read, #{tally.failures.size} not the same after writing"
    tally.failures.uniq(&:what).first(12).each { |failure| puts "  #{failure.what}" }
    next unless ARGV[2]

    tally.failures.uniq { _1.what[0, 30] }.first(6).each { |failure| puts '----', failure.what, failure.text }
  end
end
