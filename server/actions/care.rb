# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Everything about a pupil taken away in one file, or erased for good.
    module Care
      TABLES = %i[marks charts pins cards card_links card_reports home_notes lessons promises holds fits tapes lesson_changes slots
                  absences report_words repertoire consents takes].freeze
      SECRET = %i[studio_id nonce].freeze # what opens something, or says nothing about the pupil

      # A plain hash of all rows about the pupil.
      def self.export(pupil)
        charts, cards = [pupil.charts_dataset, pupil.cards_dataset].map { _1.select(:id) }
        through = { pins: { chart_id: charts }, card_links: { card_id: cards }, card_reports: { card_id: cards } }
        tables = TABLES.to_h do |table|
          rows = FawnmossServer.db[table].where(through[table] || { pupil_id: pupil.id }).order(:id)
          [table, rows.map { _1.except(*SECRET) }]
        end
        { about: 'Everything Fawnmoss keeps about this pupil.', pupil: pupil.values.except(:studio_id), **tables }
      end

      # Erases the pupil with everything about them; links to cards die with them. fields: name, typed again, so that it is the right
      # one. What stays are numbers without a person.
      def self.erase(studio, id, fields)
        pupil = studio.pupil(id)
        fields.refuse('name', 'The name is not the pupil’s.', "Type #{pupil.name} to erase for good.") unless fields.text('name', max: 60) == pupil.name
        Models::Take.silence(Models::Take.where(pupil_id: pupil.id)) # so large that the transaction would be long
        FawnmossServer.db.transaction do
          pupil.lock! # who writes about the pupil meanwhile waits, and then finds nobody
          count(studio, pupil)
          cards = pupil.cards_dataset.select(:id)
          Models::CardLink.where(card_id: cards).delete
          Models::CardReport.where(card_id: cards).delete
          Models::HomeNote.where(card_id: cards).delete
          pupil.cards_dataset.delete
          pupil.marks_dataset.order(Sequel.desc(:id)).delete # a correction before the mark it names
          pupil.delete
        end
        Learning.wake(studio.id) # without what their charts taught
        true
      end

      # Adds to the studio's numbers, year by year.
      def self.count(studio, pupil)
        years = Hash.new { |found, year| found[year] = { pupils: 0, lessons: 0, marks: 0, cards: 0 } }
        pupil.marks_dataset.select_map(:made_on).group_by(&:year).each { |year, days| years[year].merge!(marks: days.size, lessons: days.uniq.size) }
        pupil.cards_dataset.select_map(:issued_on).group_by(&:year).each { |year, days| years[year][:cards] = days.size }
        years.each { |year, numbers| keep(studio, year, pupil.instrument, { **numbers, pupils: 1 }) }
      end

      def self.keep(studio, year, instrument, numbers)
        more = numbers.to_h { |name, value| [name, Sequel[name] + value] }
        FawnmossServer.db[:past_counts].on_duplicate_key_update(more).insert(studio_id: studio.id, year:, instrument:, **numbers)
      end

      # The studio's years in numbers, erased pupils included: [{ year:, pupils:, lessons:, marks:, cards: }].
      def self.statistics(studio)
        found = Hash.new { |years, year| years[year] = { pupils: 0, lessons: 0, marks: 0, cards: 0 } }
        living(studio).each { |year, numbers| numbers.each { |name, value| found[year][name] += value } }
        past = FawnmossServer.db[:past_counts].where(studio_id: studio.id).map { |row| [row[:year], row.slice(:pupils, :lessons, :marks, :cards)] }
        past.each { |year, numbers| numbers.each { |name, value| found[year][name] += value } }
        found.sort.map { |year, numbers| { year:, **numbers } }
      end

      # [[year, { marks:, pupils:, lessons: } or { cards: }], ...] of those who are there.
      def self.living(studio)
        rows = FawnmossServer.db.fetch(<<~SQL, studio: studio.id).all
          SELECT YEAR(made_on) AS year, COUNT(*) AS marks, COUNT(DISTINCT pupil_id) AS pupils, COUNT(DISTINCT pupil_id, made_on) AS lessons, 0 AS cards
          FROM marks WHERE studio_id = :studio GROUP BY YEAR(made_on)
          UNION ALL SELECT YEAR(issued_on), 0, 0, 0, COUNT(*) FROM cards WHERE studio_id = :studio GROUP BY YEAR(issued_on)
        SQL
        rows.map { |row| [row[:year], row.except(:year)] }
      end
      private_class_method :count, :keep, :living
    end
  end
end
