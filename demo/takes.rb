# frozen_string_literal: true

# Recordings of the demo's pupils: played by the stand-in pupil, listened to as any other.
module DemoTakes
  # Recordings, by the stand-in pupil: pupil, tune, week, days after that week's lesson, where, what goes wrong.
  LOW = ->(cents) { { 'kind' => 'finger', 'string' => 'D', 'finger' => 2, 'cents' => cents } }
  STOP = ->(note, seconds) { { 'kind' => 'stop', 'note' => note, 'seconds' => seconds } }
  WRONG = ->(note) { { 'kind' => 'wrong', 'note' => note, 'semitones' => 1 } }
  TAKES = [
    ['Linnet', 'Warm Buns', 7, 2, 'home', { 'tempo' => 60, 'faults' => [LOW[-27], STOP[9, 1.7], WRONG[14]] }],
    ['Linnet', 'Five Stones', 9, 0, 'lesson', { 'tempo' => 66, 'faults' => [LOW[-22], STOP[7, 1.2]] }],
    ['Linnet', 'Warm Buns', 10, 3, 'home', { 'tempo' => 66, 'faults' => [LOW[-17], { 'kind' => 'missing', 'note' => 11 }] }],
    ['Linnet', 'Five Stones', 11, 4, 'home', { 'tempo' => 70, 'faults' => [LOW[-12]] }],
    ['Linnet', 'Warm Buns', 12, 4, 'home', { 'tempo' => 68, 'faults' => [LOW[-21], STOP[9, 1.4]] }],
    ['Linnet', 'Warm Buns', 12, 6, 'home', { 'tempo' => 70, 'faults' => [LOW[-18], WRONG[6]] }]
  ].freeze
  KEPT = 2 # of them the sound is there still

  def add_takes
    FawnmossServer::Actions::Consents.give(pupil('Linnet'), fields(given_by: 'her mother'), 'studio')
    @db[:consents].where(pupil_id: pupil('Linnet').id).update(given_on: Time.now.utc - (60 * 86_400))
    takes = TAKES.each_with_index.map { |row, at| add_take(at, *row) }
    FawnmossServer::Models::Take.silence(FawnmossServer::Models::Take.where(id: takes.map(&:id).first(takes.size - KEPT)))
  end

  def add_take(number, name, title, week, after, source, faults)
    on = day(week, offset(pupil(name))) + after
    tune = @studio.tunes_dataset.first(title:)
    chart = FawnmossServer::Actions::Charts.found(@studio, fields(tune_id: tune.id, pupil_id: pupil(name).id, version: 'simple'), @today)
    about = fields(kind: 'chart', chart_id: chart.id, key: "demo-take-#{number}", source: 'desk')
    take = FawnmossServer::Actions::Takes.begin(FawnmossServer::Actions::Takes::Holder.of_studio(@studio), about, [on, @today].min)
    FawnmossServer::Actions::Takes.fill(take, played(chart, faults, number))
    take.this.update(source:, seen: number < TAKES.size - 1, created_at: take.made_on.to_time.utc + (17 * 3600))
    FawnmossServer::Hearing.here(take.refresh)
    take
  end

  # Bytes of what the stand-in pupil plays.
  def played(chart, faults, seed)
    solved = FawnmossServer::Actions::Charts.solved(chart, @today).first
    sound = Fawnmoss::Listening::StandIn.play(solved, { 'uneven' => 3, 'vibrato' => 6, **faults }, chance: Random.new(seed).method(:rand))
    Fawnmoss::Listening::Wav.write(sound)
  end
end
