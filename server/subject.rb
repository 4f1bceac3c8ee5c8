# frozen_string_literal: true

module FawnmossServer
  # Whom a chart is for: a pupil, with what the pupil knows, or an instrument alone.
  class Subject
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

    # How skills stand today: Fawnmoss::Path::Standings::Day where a roll remembers it, else the states.
    def brief = @brief ||= remembered&.on(@today, rules) || states

    # What wants the teacher's eye.
    def attention = Fawnmoss::Path::Attention.new(map, brief, today: @today, rules:, holds:)

    # Fawnmoss::Learning::Hand of the studio, or nil.
    def hand
      return @hand if defined?(@hand)

      @hand = Models::Hand.in_force(@studio.id)
    end

    # Itself, with all read from the database that a request or an answer needs: for work done apart.
    def ready
      ability ? ability.had : states
      map
      hand
      self
    end

    # What the engine is asked for: the chart's own choices, otherwise what the pupil can do. choices: Fawnmoss::Chart::Choices; pins: list of
    # Fawnmoss::Chart::Pin; part: as of Fawnmoss::Chart::Request.
    def request(version, choices = Fawnmoss::Chart::Choices::NONE, pins = [], part: 'tune')
      choices.request(instrument:, version:, part:, pins:, hand:, usual: { bowing: @studio.bowing, **(ability ? ability.usual(version) : {}) })
    end

    # Solves a score; a tune that lies out of reach is moved to the nearest octave that fits, when there is one.
    # Returns [Chart or Impossible, Fawnmoss::Theory::Interval or nil].
    def solve_nearest(score, version, part: 'tune') = Fawnmoss::Chart::Asks.nearest(request(version, part:)) { solve(score, _1) }

    def solve(score, request) = Fawnmoss::Chart::Solve.call(score, request, FawnmossServer.catalogue)

    private

    # Fawnmoss::Path::Standings from the roll; nil without one, and where a mark is dated after today.
    def remembered = @roll&.standings(pupil) { states.standings if evidence.none? { _1.on > @today } }

    # Fawnmoss::Path::Ability, nil without a pupil.
    def ability
      return unless pupil

      @ability ||= Fawnmoss::Path::Ability.new(states, map, instrument, fourth: pupil.fourth,
                                                                        untaught: FawnmossServer.catalogue.skills.map(&:id) - map.ids)
    end
  end
end
