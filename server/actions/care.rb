# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Everything about a pupil taken away in one file, or erased for good.
    module Care
      TABLES = %i[marks charts pins cards card_links card_reports lessons promises holds fits tapes lesson_changes].freeze
      SECRET = %i[studio_id nonce].freeze # what opens something, or says nothing about the pupil

      # A plain hash of all rows about the pupil.
      def self.export(pupil)
        rows = { charts: pupil.charts_dataset, pins: Models::Pin.where(chart_id: pupil.charts_dataset.select(:id)), cards: pupil.cards_dataset,
                 card_links: Models::CardLink.where(card_id: pupil.cards_dataset.select(:id)), card_reports: Models::CardReport.where(card_id: pupil.cards_dataset.select(:id)) }
        tables = TABLES.to_h { |table| [table, (rows[table] || FawnmossServer.db[table].where(pupil_id: pupil.id)).naked.order(:id).all.map { _1.except(*SECRET) }] }
        { about: 'Everything Fawnmoss keeps about this pupil.', pupil: pupil.values.except(:studio_id), **tables }
      end

      # Erases the pupil with everything about them; links to cards die with them. fields: name, typed again, so that it is the right
      # one. What stays are numbers without a person.
      def self.erase(studio, id, fields)
        pupil = studio.pupil(id)
        fields.refuse('name', 'The name is not the pupil’s.', "Type #{pupil.name} to erase for good.") unless fields.text('name', max: 60) == pupil.name
        FawnmossServer.db.transaction do
          count(studio, pupil)
          cards = pupil.cards_dataset.select(:id)
          Models::CardLink.where(card_id: cards).delete
          Models::CardReport.where(card_id: cards).delete
          pupil.cards_dataset.delete
          pupil.marks_dataset.order(Sequel.desc(:id)).delete # a correction before the mark it names
          pupil.delete
        end
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
        FawnmossServer.db[:past_counts].where(studio_id: studio.id).each { |row| row.slice(:pupils, :lessons, :marks, :cards).each { |name, value| found[row[:year]][name] += value } }
        found.sort.map { |year, numbers| { year:, **numbers } }
      end

      def self.living(studio)
        marks = FawnmossServer.db[:marks].where(studio_id: studio.id).group { year(:made_on) }.select { [year(:made_on).as(:year), count.function.*.as(:marks), count(:pupil_id).distinct.as(:pupils), count(Sequel.function(:concat, :pupil_id, ' ', :made_on)).distinct.as(:lessons)] }
        cards = FawnmossServer.db[:cards].where(studio_id: studio.id).group { year(:issued_on) }.select { [year(:issued_on).as(:year), count.function.*.as(:cards)] }
        (marks.all + cards.all).map { |row| [row[:year], row.except(:year)] }
      end
      private_class_method :count, :keep, :living
    end
  end
end
