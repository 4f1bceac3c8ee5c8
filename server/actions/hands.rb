# frozen_string_literal: true

module FawnmossServer
  module Actions
    # A studio's own hand: what was learnt from the marks, and what the teacher says to that.
    module Hands
      def self.answer(studio)
        learning = Learning.wake(studio.id)
        hand = Models::Hand.for(studio.id)
        said = Learning.said(studio.id)
        charts = studio.charts_dataset.exclude(marked_at: nil)
        { off: hand.off, learning:, marked: charts.count, waiting: charts.where(Sequel[:marked_at] >= Time.now.utc - Learning::KEPT).count,
          habits: hand.habits.map { habit(_1, said, charts) }, forgotten: said.reject { |_, row| row[:forgotten_at].nil? }.keys.map { forgotten(_1) } }
      end

      # Switches the whole hand off or on.
      def self.save(studio, fields)
        Models::Hand.for(studio.id).this.update(off: fields.flag('off', optional: false))
        answer(studio)
      end

      # Switches one taste off or on, or forgets what was marked so far (or takes that back).
      def self.taste(studio, id, fields)
        taste = FawnmossServer.catalogue.tastes[id] or raise Missing

        changes = {}
        changes[:off] = fields.flag('off', optional: false) if fields.given?('off')
        changes[:forgotten_at] = fields.flag('forget', optional: false) ? Time.now.utc : nil if fields.given?('forget')
        fields.refuse('off', 'There is nothing to change.', 'Send off or forget.') if changes.empty?
        FawnmossServer.db[:hand_tastes].on_duplicate_key_update(*changes.keys).insert(studio_id: studio.id, taste: id, **changes)
        Models::Hand.for(studio.id).drop(taste) if changes[:off] || changes[:forgotten_at]
        answer(studio)
      end

      # Charts that are gone since are left out.
      def self.habit(habit, said, charts)
        there = charts.where(id: habit['where'].map { _1['chart'] }).select_map(:id)
        { **habit.slice('taste', 'words', 'times', 'of').transform_keys(&:to_sym), off: said.dig(habit['taste'], :off) || false,
          where: habit['where'].select { there.include?(_1['chart']) }.map { { chart_id: _1['chart'], title: _1['title'], bars: _1['bars'] } } }
      end

      def self.forgotten(id) = { taste: id, words: "You #{FawnmossServer.catalogue.tastes[id].one}" }
      private_class_method :habit, :forgotten
    end
  end
end
