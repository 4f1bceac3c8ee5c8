# frozen_string_literal: true

module FawnmossServer
  # Whom a chart is for: a pupil, with what the pupil knows, or an instrument alone.
  class Subject
    PLAIN = %w[tempo start shift slide trill cuts].freeze # options that a request takes as they are

    attr_reader :pupil, :instrument_id, :today

    # pupil: Models::Pupil; today: Date; instrument_id: when a chart was made for another instrument of the pupil's; roll: Roll that
    # holds what is known of the pupil in short, nil to read it whole.
    def self.pupil(pupil, today, instrument_id = pupil.instrument, roll: nil) = new(pupil:, instrument_id:, today:, roll:)
    def self.instrument(id, studio) = new(pupil: nil, instrument_id: id, today: nil, studio:)

    def initialize(pupil:, instrument_id:, today:, roll: nil, studio: pupil.studio)
      @studio = studio
      @pupil = pupil
      @instrument_id = instrument_id
      @today = today
      @roll = roll
    end

    # One chart per tune, key and version: a pupil who changes instruments starts afresh and finds the old charts again.
    def key = pupil ? "#{pupil.id} #{instrument_id}" : instrument_id
    def instrument = @instrument ||= FawnmossServer.catalogue.instrument(instrument_id, bass_hand: pupil&.bass_hand || '1-2-4')

    # Fawnmoss::Path::SkillMap of the pupil's path as the studio teaches it.
    def map = @map ||= pupil ? pupil.studio.map(instrument_id, pupil.schools) : FawnmossServer.catalogue.path(instrument_id)

    # Rows of all marks, oldest first.
    def marks = @marks ||= pupil ? pupil.standing_marks : []

    # Fawnmoss::Path::Mark list of skills: all of them, or in short when a roll is at hand.
    def evidence
      @evidence ||= @roll ? @roll.marks(pupil) : marks.select(&:skill).map(&:to_value)
    end

    def holds
      @holds ||= if @roll
                   @roll.holds(pupil)
                 else
                   (pupil ? pupil.holds.map(&:to_value) : [])
                 end
    end

    def rules = pupil ? pupil.studio.ruleset : Fawnmoss::Path::Rules::DEFAULTS

    # Fawnmoss::Path::States; without a pupil nothing is known.
    def states = @states ||= Fawnmoss::Path::States.new(evidence, today: @today, rules:, holds:, map:)

    # What wants the teacher's eye.
    def attention = Fawnmoss::Path::Attention.new(map, states, today: @today, rules:, holds:)

    # Fawnmoss::Learning::Hand of the studio, or nil.
    def hand
      return @hand if defined?(@hand)

      @hand = Models::Hand.in_force(@studio.id)
    end

    # Itself, with all read from the database that a request or an answer needs: for work done apart.
    def ready
      states
      map
      had
      hand
      self
    end

    # What the engine is asked for: the chart's own choices, otherwise what the pupil can do.
    # options: hash as in the charts table; pins: list of Fawnmoss::Chart::Pin.
    def request(version, options = {}, pins = [])
      move = options['transpose']
      spots = (options['spots'] || []).map { Fawnmoss::Chart::SpotMark.new(**_1.transform_keys(&:to_sym)) }
      Fawnmoss::Chart::Request.build(instrument:, version:, positions: options['positions'] || positions, pins:, spots:, had:,
                                     hand: options['hand'] == false ? nil : hand, learnt: learnt(version), joins: joins(version),
                                     fourth: options['fourth'] || fourth, slurs: options.fetch('slurs') { slurs(version) },
                                     bowing: options['bowing'] || bowing, **options.slice(*PLAIN).transform_keys(&:to_sym),
                                     transpose: move && Fawnmoss::Theory::Interval.new(steps: move['steps'], semitones: move['semitones']))
    end

    # Solves a score; a tune that lies out of reach is moved to the nearest octave that fits, when there is one.
    # Returns [Chart or Impossible, transpose hash or nil].
    def solve_nearest(score, version)
      solved, octave = Fawnmoss::Chart::Asks.nearest(request(version)) { solve(score, _1) }
      [solved, octave && { 'steps' => octave.steps, 'semitones' => octave.semitones }]
    end

    def solve(score, request) = Fawnmoss::Chart::Solve.call(score, request, FawnmossServer.catalogue)

    private

    def fourth
      return unless pupil

      pupil.fourth || (states.had?('left.fourth') ? 'either' : nil)
    end

    # A pupil stays in first position (basses also half) until another is learnt.
    def positions = pupil && !states.had?('position.next') ? instrument.positions.fetch('simple') : nil

    # Skills the pupil has, and those the studio does not teach singly; what asks for them only is less trouble.
    def had
      @had ||= pupil ? map.ids.select { states.had?(_1) } + (FawnmossServer.catalogue.skills.map(&:id) - map.ids) : []
    end

    # What the pupil's hand has learnt; the full version may use all of it.
    def learnt(version)
      return if version == 'full' || !pupil

      { fourth: 'left.fourth', stretch: 'left.stretch' }.select { |_, skill| states.had?(skill) }.keys | (fourth && fourth != 'open' ? [:fourth] : [])
    end

    # The studio's school; nil leaves it to the version.
    def bowing = @studio.bowing

    # A pupil's simple chart uses only the joins the pupil has.
    def joins(version)
      return if version == 'full' || !pupil

      Fawnmoss::Analysis::Demands::JOINS.select { |_, skill| states.had?(skill) }.keys
    end

    # The simple version breaks slurs until the pupil has them; the full one keeps them as printed.
    def slurs(version) = version == 'full' || (pupil ? states.had?('bow.slur') : false)
  end
end
