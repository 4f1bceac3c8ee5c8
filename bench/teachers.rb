# frozen_string_literal: true

require_relative '../core/load_data'

# What the studio's own hand saves a teacher: made-up teachers correct charts of half of the tunes (in several keys, so that there are
# enough), and then of the other half.
class Teachers
  AFTER = [5, 10, 20].freeze # charts
  UNSEEN = 20 # of the other half, at the most
  KEYS = [[0, 0], [1, 2], [-1, -2], [4, 7], [-3, -5], [3, 5], [-4, -7]].freeze # a tune as it is, and moved: steps, semitones
  OCTAVES = [0, -1, 1, -2].freeze
  TUNES = %w[../core/spec/gold/*.abc ../demo/tunes/*.abc].freeze

  def initialize
    @catalogue = FawnmossData.load
    @tunes = TUNES.flat_map { |files| Dir[File.join(__dir__, files)].sort }.map { Fawnmoss::Notation::Abc.read(File.binread(_1)) }
    @learner = Fawnmoss::Learning::Learner.new(@catalogue.tastes)
  end

  def report
    puts 'marks a chart needs, in tunes not seen before (in brackets: other marks of a chart that are then another way)', ''
    Fawnmoss::Learning::PretendTeacher.all.each { |teacher| puts line(teacher) }
  end

  private

  def line(teacher)
    seen, unseen = @tunes.each_with_index.partition { |_, at| at.even? }.map { |half| marked(teacher, half.map(&:first)) }
    unseen = unseen.first(UNSEEN)
    found = AFTER.select { seen.size >= _1 }.map { |count| after(teacher, seen.first(count), unseen) }
    before = unseen.sum { _1[:pins].size }.fdiv(unseen.size)
    later = AFTER.zip(found).filter_map { |count, text| text && "#{count}: #{text}" }
    format('%-42s %3d charts   after 0: %.2f   %s', teacher.name, unseen.size, before, later.join('   '))
  end

  # Charts that the teacher sets marks in, each tune in one key before any is in the next: { tune:, request:, pins: }.
  def marked(teacher, tunes)
    KEYS.flat_map { |key| tunes.map { |tune| chart(teacher, tune, key) } }.select { _1 && _1[:pins].any? }
  end

  def chart(teacher, tune, key)
    free = Fawnmoss::Chart::Request.build(instrument: @catalogue.instrument(teacher.instrument), **teacher.options)
    request = OCTAVES.lazy.filter_map { |octave| fitting(tune, free, *key, octave) }.first or return
    { tune:, request:, pins: teacher.correct(tune, request, @catalogue) }
  end

  def fitting(tune, free, steps, semitones, octave)
    request = free.copy(transpose: Fawnmoss::Theory::Interval.new(steps: steps + (7 * octave), semitones: semitones + (12 * octave)))
    request if Fawnmoss::Chart::Solve.outline(tune, request, @catalogue).is_a?(Fawnmoss::Chart::Solve::Outline)
  rescue Fawnmoss::InvalidInput
    nil
  end

  def after(teacher, seen, unseen)
    hand = @learner.learn(seen.map { kept(_1) })
    marks, others = unseen.map { |chart| counts(teacher, chart, hand) }.transpose.map { _1.sum.fdiv(unseen.size) }
    format('%.2f (%.1f)', marks, others)
  end

  def kept(chart)
    request = chart[:request]
    Fawnmoss::Learning::Kept.new(chart: {}, family: Fawnmoss::Learning::Tastes.family(request.instrument), forgotten: [],
                                 correction: Fawnmoss::Learning::Correction.new(chart[:tune], request.copy(pins: chart[:pins]), @catalogue))
  end

  # [marks that the teacher still sets, notes that are then another way than in the chart corrected without the hand].
  def counts(teacher, chart, hand)
    request = chart[:request].copy(hand:)
    pins = teacher.correct(chart[:tune], request, @catalogue)
    now, before = [request.copy(pins:), chart[:request].copy(pins: chart[:pins])].map { |asked| marks(chart[:tune], asked) }
    [pins.size, now.zip(before).count { |one, other| one != other }]
  end

  def marks(tune, request)
    Fawnmoss::Chart::Solve.call(tune, request, @catalogue).entries.map { [_1.place.visible, _1.direction, _1.join] }
  end
end
