# frozen_string_literal: true

# Takes of the demo's tunes with faults by chance, and how many of them listening finds: for the specs and for bench/listening.rb.
class Faulty
  TUNES = Dir[File.expand_path('../../../demo/tunes/*.abc', __dir__)]
  KINDS = %w[wrong missing added stop again].freeze
  APART = 4 # places between two faults
  Take = Struct.new(:instrument, :chart, :places, :given, :events, keyword_init: true)

  # chance: Random; catalogue: Catalogue.
  def initialize(chance, catalogue)
    @chance = chance
    @catalogue = catalogue
  end

  # instrument: its name. Returns Take.
  def take(instrument)
    chart = chart(instrument)
    places = Fawnmoss::Listening::Written.of(chart)
    tempo = chart.tempo * @chance.rand(0.7..1.1)
    given = { 'tempo' => tempo, 'drift' => @chance.rand(-8..8), 'uneven' => @chance.rand(0..6), 'a4' => @chance.rand(437.0..443.0), 'faults' => faults(chart, places, tempo) }
    faults = Fawnmoss::Listening::StandIn::Faults.new(given, tempo:, chance: -> { @chance.rand })
    Take.new(instrument:, chart:, places:, given:, events: Fawnmoss::Listening::StandIn::Playing.of(places, chart.entries, faults, chart.request.instrument))
  end

  # { kind => [found right, found wrongly, not found] }. heard: Listening::Heard. Which of several notes of one pitch was left out nobody can hear.
  def self.compare(take, heard)
    truth(take, heard).to_h do |kind, there|
      found = found(kind, heard)
      right = there.select { |one| found.any? { same?(kind, take, one, _1) } }
      [kind, [right.size, found.count { |one| there.none? { same?(kind, take, _1, one) } }, there.size - right.size]]
    end
  end

  def self.same?(kind, take, one, other)
    return one == other unless kind == 'missing'

    first, last = [one, other].minmax
    take.chart.entries[first..last].map { _1.sounding.midi }.uniq.one?
  end

  # A pause before going back is a stop too.
  def self.truth(take, heard)
    faults = take.given['faults']
    found = KINDS.to_h { |kind| [kind, faults.select { _1['kind'] == kind }.map { kind == 'again' ? _1.values_at('from', 'note') : _1['note'] }] }
    waited = faults.select { _1['kind'] == 'again' && _1['seconds'] > 0.5 * take.chart.tune.meter.beat_length * heard.tempo.pace }
    found.merge('stop' => found['stop'] + waited.map { _1['from'] })
  end

  def self.found(kind, heard)
    case kind
    when 'wrong' then heard.notes.select { _1.wrong? && _1.pass == 1 }.map(&:index)
    when 'missing' then heard.notes.select { _1.missing? && _1.pass == 1 }.map(&:index)
    when 'added' then heard.added.map { _1[:after] }
    when 'stop' then heard.stops.map { _1[:before] }
    else heard.repeated.map { _1.values_at(:from, :to) }
    end
  end

  private

  def chart(instrument)
    own = @catalogue.instrument(instrument)
    charts = TUNES.shuffle(random: @chance).lazy.flat_map do |file|
      tune = Fawnmoss::Notation::Abc.read(File.read(file))
      [0, -1, 1, -2].lazy.map { |octaves| Fawnmoss::Chart::Request.build(instrument: own, version: 'simple', transpose: Fawnmoss::Theory::Interval.octaves(octaves)) }
                    .map { |request| Fawnmoss::Chart::Solve.call(tune, request, @catalogue) }.grep_v(Fawnmoss::Chart::Impossible).first(1)
    end
    charts.first
  end

  def faults(chart, places, tempo)
    @free = (1...(places.size - 1)).select { places[_1].pass == 1 && places[_1].entries.one? }
    @used = []
    @chart = chart
    @places = places
    found = [*some(1..3) { wrong(_1) }, *some(0..2) { missing(_1) }, *some(0..2) { added(_1) }, *some(0..2) { { 'kind' => 'stop', 'note' => note(_1), 'seconds' => (60 / tempo * @chance.rand(0.8..2.8)).round(2) } }]
    found.concat(some(0..1) { again(_1) })
    found.concat(some(2..5) { { 'kind' => 'off', 'note' => note(_1), 'cents' => pick(-40, -30, -22, 22, 30, 40) } })
  end

  def pick(*list) = list.sample(random: @chance)
  def note(at) = @places[at].entries.first
  def pitch(at) = @chart.entries[note(at)].note.pitch

  # So many faults, well apart from all others.
  def some(count)
    Array.new(@chance.rand(count)) do
      at = @free.sample(random: @chance) or next
      @free.reject! { (_1 - at).abs < APART }
      @used << at
      yield(at)
    end.compact
  end

  # Not the pitch of a neighbour: where no stroke is to be heard, that would be a note left out.
  def wrong(at)
    semitones = pick(*[-2, -1, 1, 2].reject { |by| [at - 1, at + 1].any? { pitch(_1).midi == pitch(at).midi + by } })
    { 'kind' => 'wrong', 'note' => note(at), 'semitones' => semitones }
  end

  def missing(at) = { 'kind' => 'missing', 'note' => note(at), 'silent' => pick(true, false) }

  def added(at)
    by = [-3, -2, 2, 3].reject { pitch(at + 1).midi == pitch(at).midi + _1 }
    named = Fawnmoss::Notation::MidiIn::Keys.spell(pitch(at).midi + pick(*by), @chart.tune.key)
    { 'kind' => 'added', 'note' => note(at), 'pitch' => named.to_s, 'beats' => pick(0.5, 1.0) }
  end

  # Nothing else goes wrong in what is played twice.
  def again(at)
    from = [at - @chance.rand(2..7), 0].max
    return if @used.any? { ((from - 1)..(at + 1)).cover?(_1) && _1 != at }

    @free -= (from..at).to_a
    { 'kind' => 'again', 'note' => note(at), 'from' => note(from), 'seconds' => @chance.rand(0.3..1.2).round(2) }
  end
end
