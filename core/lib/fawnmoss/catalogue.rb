# frozen_string_literal: true

module Fawnmoss
  # The data that ships with Fawnmoss, read at the edge and handed in: instruments, skills, cost weights, drills.
  class Catalogue
    INSTRUMENTS = %w[violin viola cello bass].freeze
    SCHOOLS = %w[french 1-2-4].freeze # of a pupil of whom nothing else is known
    KEPT = 12 # settings whose fingering tables are kept

    attr_reader :skills, :drills, :warm_ups, :sizes, :tastes, :first_lessons, :together, :shape

    # instruments, weights, bow_weights, together, shape, tastes, warm_ups, sizes, first_lessons, pictures: hashes as in core/data/*.yml; drills: list of
    # entries; skills: as FawnmossData.skills.
    def initialize(instruments:, skills:, weights:, bow_weights:, together:, shape:, tastes:, drills:, warm_ups:, sizes:, first_lessons:, pictures:)
      @instruments = instruments
      @weights = weights.transform_values { |versions| versions.transform_values { |table| table.transform_keys(&:to_sym).freeze } }
      @bow_weights = bow_weights.to_h { |school, table| [school, table.transform_keys(&:to_sym).freeze] }
      @together = together.freeze
      @shape = shape.freeze
      @drills = Analysis::Drill.table(drills)
      @skills = Path::SkillReader.read(skills)
      @first_lessons = Path::FirstLessons.read(first_lessons, @skills)
      @warm_ups = warm_ups.freeze
      @sizes = sizes.freeze
      @pictures = Picture.checked(pictures, skills: @skills.map(&:id), exercises: warm_ups['exercises'].map { _1['id'] })
      @tastes = Learning::Tastes.new(tastes)
      @drawn = {}
      @tables = LruRedux::ThreadSafeCache.new(KEPT)
      @paths = {}
      freeze
    end

    # Instrument by id, tuning ('standard', 'solo') and bass hand. Raises InvalidInput for an unknown one.
    #   catalogue.instrument('violin').string_names # => ["G", "D", "A", "E"]
    def instrument(id, tuning: 'standard', bass_hand: '1-2-4')
      data = @instruments.fetch(id) do
        raise InvalidInput.new("#{id.inspect} is not an instrument", where: { field: 'instrument' },
                                                                    remedy: "Choose one of #{INSTRUMENTS.join(', ')}.")
      end
      Instrument::Instrument.from_data(id, data, tuning:, bass_hand:)
    end

    # { instrument id => sizes, the largest first }.
    #   catalogue.size_names['violin'].last # => "1/16"
    def size_names = @instruments.transform_values { _1['lengths'].keys }

    # Cost weights of the fingering for an instrument id and a version, symbol keys.
    #   catalogue.weights('violin', 'simple')[:crossing] # => 100
    def weights(id, version) = @weights.fetch(id).fetch(version)

    # Prices of the bowing in a school, 'comes' or 'strong', symbol keys.
    def bow_weights(school) = @bow_weights.fetch(school)

    # The prices that hold for a Chart::Request: the tables, as the studio's own hand has moved them.
    def prices(request)
      table = weights(request.instrument.id, request.version)
      request.hand ? tastes.moved(:fingers, table, request.hand.of(Learning::Tastes.family(request.instrument))) : table
    end

    def bow_prices(request)
      table = bow_weights(request.bowing)
      request.hand ? tastes.moved(:bows, table, request.hand.bows) : table
    end

    # Fingering tables for what a Chart::Request asks, kept for the settings met last. The tempo plays no part in them. home: see
    # Fingering::Home.
    def tables(request, home: Fingering::Home::FIRST)
      own = request.instrument
      key = [own.id, own.tuning, own.bass_hand, request.version, request.positions, request.fourth, request.learnt, home, request.hand]
      (@tables[key] ||= Fingering::Tables.new(setting(request, Chart::Solve::TEMPO, home:), request.positions)).tidy
    end

    # What the fingering's cost terms look at. tempo: quarters a minute.
    def setting(request, tempo, home: Fingering::Home::FIRST)
      Fingering::Setting.new(weights: prices(request), instrument: request.instrument, fourth: request.fourth,
                             learnt: request.learnt, home:, tempo:)
    end

    # { skill id => Picture } and { warm-up id => Picture } of an instrument.
    #   catalogue.pictures('violin')[:skills]['sound.zone'][:own] # => 3
    def pictures(instrument_id)
      own = instrument(instrument_id)
      @drawn[instrument_id] ||= { skills: 'skills', exercises: 'exercises' }.transform_values do |about|
        @pictures[about].transform_values { Picture.of(_1, own) }.compact.freeze
      end.freeze
    end

    # The path of an instrument as it ships. schools: of the pupil, such as ['french', '1-2-4'].
    #   catalogue.path('violin')['bow.slur'].name # => "Two notes in one bow"
    def path(instrument_id, schools = SCHOOLS) = @paths[[instrument_id, schools]] ||= Path::SkillMap.for(skills, instrument_id, schools)
  end
end
