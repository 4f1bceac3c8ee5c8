# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Tunes as the API shows them, alone or sorted by readiness for somebody.
    module TuneAnswer
      LEVELS = %w[plays_now teaches_one two_or_three later out_of_reach].freeze

      NOBODY = { pupils: 0, last_card: nil }.freeze

      # use: of Models::Studio#tune_use.
      def self.row(tune, use = {})
        { id: tune.id, title: tune.title, source: tune.source, format: tune.format, key: tune.key_name, meter: tune.meter, bars: tune.bars,
          notices: tune.notices, lock_version: tune.lock_version, archived: !tune.archived_at.nil?, use: use.fetch(tune.id, NOBODY) }
      end

      # abc: the text to edit, whatever the tune came as.
      def self.whole(tune)
        { **row(tune, Models::Studio[tune.studio_id].tune_use(tune.id)), text: tune.text, abc: tune.format == 'abc' ? tune.text : Fawnmoss::Notation::Abc.write(tune.score) }
      end

      # The shelf for a Subject (nil: plain, by title): nearest first.
      def self.shelf(studio, subject)
        use = studio.tune_use
        return studio.tunes.map { { **row(_1, use), readiness: nil } } unless subject

        studio.tunes.map { |tune| { **row(tune, use), readiness: readiness(tune, subject) } }
              .sort_by { |tune| [LEVELS.index(tune[:readiness][:level]), tune[:readiness][:unmet].size, -tune[:readiness][:share], tune[:title]] }
      end

      def self.readiness(tune, subject)
        chart, transpose = subject.solve_nearest(tune.score, 'simple')
        ReadinessAnswer.of(chart, subject, moved: moved_words(transpose))
      end

      # Words for a chart's transposition, or nil: "an octave lower", "7 semitones higher".
      def self.moved_words(transpose)
        return unless transpose && transpose['semitones'] != 0
        return "#{transpose['semitones'].abs} semitones #{transpose['semitones'].negative? ? 'lower' : 'higher'}" unless (transpose['semitones'] % 12).zero?

        octaves = transpose['semitones'] / 12
        "#{['an octave', 'two octaves', 'three octaves', 'four octaves'].fetch(octaves.abs - 1)} #{octaves.negative? ? 'lower' : 'higher'}"
      end
      private_class_method :readiness
    end
  end
end
