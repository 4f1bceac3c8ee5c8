# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Changes a tune: its title, source and rights note, whether it is put away, and its text. When the text changes, marks on
    # the tune's charts go along with their notes.
    module ChangeTune
      # Returns [tune, how many marks lay on notes that are gone].
      def self.call(studio, id, fields)
        tune = studio.tune(id)
        columns = columns(studio, tune, fields)
        lost = 0
        FawnmossServer.db.transaction do
          before = columns[:text] && tune.score
          tune.save_if(fields.integer('lock_version', 0..1_000_000), stored(columns)) or raise Stale, TuneAnswer.whole(tune)
          lost = carry(tune, before) if before
        end
        [tune, lost]
      end

      def self.columns(studio, tune, fields)
        found = {}
        if fields.given?('text')
          found = AddTune.columns(studio, fields.block('text', max: 2_000_000), 'abc', id: tune.id)
          found.delete(:title) if found[:title].empty?
        end
        found[:title] = fields.text('title', min: 1, max: 120) if fields.given?('title')
        found[:source] = fields.text('source', max: 200, default: '') if fields.given?('source')
        found[:archived_at] = fields.flag('archived', optional: false) ? Time.now.utc : nil if fields.given?('archived')
        found
      end

      def self.stored(columns)
        columns[:notices] ? { **columns, notices: JSON.generate(columns[:notices]), title: columns[:title]&.slice(0, 120) }.compact : columns
      end

      # Moves pins, phrase boundaries and spots to where their notes now are. Returns how many pins had to go.
      def self.carry(tune, before)
        now = tune.score
        ids = Fawnmoss::Score::Carry.ids(before, now)
        bars = Fawnmoss::Score::Carry.bars(before, now)
        Models::Chart.where(tune_id: tune.id).all.sum { |chart| carry_chart(chart, ids, bars) }
      end

      def self.carry_chart(chart, ids, bars)
        kept, gone = chart.pins.map(&:to_answer).partition { ids.key?(_1[:note]) }
        chart.replace_pins(kept.map { { **_1, note: ids[_1[:note]] } })
        cuts = chart.options['cuts']&.filter_map { ids[_1] }
        spots = chart.options['spots']&.filter_map { spot(_1, bars) }
        options = { **chart.options, 'cuts' => cuts, 'spots' => spots }.compact
        chart.save_if(chart.lock_version, options: Sequel.lit('?', JSON.generate(options))) if options != chart.options || kept.any? || gone.any?
        gone.size
      end

      # A spot whose bars are all there, still side by side; nil otherwise.
      def self.spot(spot, bars)
        now = spot['bars'].map { bars[_1] }
        { **spot, 'bars' => now } if now.none?(&:nil?) && now.each_cons(2).all? { |a, b| b == a + 1 }
      end
      private_class_method :columns, :stored, :carry, :carry_chart, :spot
    end
  end
end
