# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # What a card's reader ticked, on which day.
    module ReportInput
      VALUES = { 'item' => 0..99, 'minutes' => 0..600, 'pain' => 0..1 }.freeze

      # fields: with a list of reports; days: range of dates; items: how many the card has. Returns rows.
      def self.read(fields, days, items)
        fields.list('reports', max: 200).map { |report| row(report, days, items) }
      end

      def self.row(report, days, items)
        kind = report.choice('kind', VALUES.keys)
        { report_key: report.key('key'), kind:, day: report.date('day', days) || report.refuse('day', 'The day is missing.', nil),
          item: (report.integer('item', 0..[items - 1, 0].max) if kind == 'item'), value: report.integer('value', VALUES.fetch(kind)) }
      end
      private_class_method :row
    end
  end
end
