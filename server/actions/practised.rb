# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What was practised from a card, as its reader reported it.
    module Practised
      # Keeps reports; one that came before is passed over. Raises InvalidInput when a card is reported on without end.
      def self.report(card, fields, today)
        rows = Inputs::ReportInput.read(fields, (card.issued_on - 1)..(today + 1), items(card))
        kept = card.reports_dataset.count
        if kept + rows.size > Models::CardReport::MOST
          fields.refuse('reports', 'This card has more reports than anybody can practise.', 'Ask your teacher for a new one.')
        end
        keep(card, rows) if rows.any?
        whole(card)
      end

      # Pain reaches the teacher's day at once; one that came before is not asked about again.
      def self.keep(card, rows)
        known = card.reports_dataset.where(report_key: rows.map { _1[:report_key] }).select_map(:report_key)
        card.reports_dataset.insert_ignore.multi_insert(rows.map { { **_1, card_id: card.id, studio_id: card.studio_id } })
        hurt = rows.select { _1[:kind] == 'pain' && _1[:value].positive? && !known.include?(_1[:report_key]) }
        Holding.from_card(card, hurt.map { _1[:day] }.max) if hurt.any?
      end

      def self.items(card) = (card.body['items'] || card.body['steps'] || []).size

      # Day by day: { days: [{ day:, minutes:, items: { index => runs }, pain: }], minutes: }.
      def self.whole(card)
        days = Models::CardReport.standing([card.id]).group_by(&:day).sort.map { |day, reports| day(day, reports) }
        { days:, minutes: days.sum { _1[:minutes] } }
      end

      def self.day(day, reports)
        kinds = reports.group_by(&:kind)
        { day: day.iso8601, minutes: kinds.fetch('minutes', []).sum(&:value), pain: kinds.fetch('pain', []).any? { _1.value.positive? },
          items: kinds.fetch('item', []).select { _1.value.positive? }.to_h { [_1.item.to_s, _1.value] } }
      end

      # { card id => { days:, minutes:, pain: date of the last report of pain or nil } } of several cards, in one query.
      def self.short(ids)
        found = Models::CardReport.standing(ids).select { _1.value.positive? }.group_by(&:card_id)
        ids.to_h { |id| [id, shortened(found.fetch(id, []))] }
      end

      def self.shortened(reports)
        { days: reports.map(&:day).uniq.size, minutes: reports.select { _1.kind == 'minutes' }.sum(&:value),
          pain: reports.select { _1.kind == 'pain' }.map(&:day).max&.iso8601 }
      end
      private_class_method :keep, :items, :day, :shortened
    end
  end
end
