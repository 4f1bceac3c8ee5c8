# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Changes a tune: its title, source and rights note, whether it is put away, and its text. When the text changes, marks on
    # the tune's charts go along with their notes.
    module ChangeTune
      # Returns [tune, how many marks lay on notes that are gone, sentences about its second part].
      def self.call(studio, id, fields)
        tune = studio.tune(id)
        columns, places, said = columns(studio, tune, fields)
        lost = 0
        FawnmossServer.db.transaction do
          saved = tune.save_or_stale(fields.integer('lock_version', 0..1_000_000), stored(tune, columns)) { TuneAnswer.whole(tune) }
          lost = carry(tune, places) if saved && places
        end
        Looking.wake(studio.id) if columns[:text]
        [tune, lost, said]
      end

      # [columns to change, where the notes of its charts now are (see places) when the text changes, what is said of the second part].
      def self.columns(studio, tune, fields)
        found = {}
        said = []
        found, places, said = text(studio, tune, fields) if fields.given?('text')
        found[:title] = fields.text('title', min: 1, max: 120) if fields.given?('title')
        found[:source] = fields.text('source', max: 200, default: '') if fields.given?('source')
        found[:second] = second(studio, tune, fields) if fields.given?('second')
        found[:archived_at] = fields.flag('archived', optional: false) ? Time.now.utc : nil if fields.given?('archived')
        [found, places, said]
      end

      # Another tune of the shelf to be played together with this one, as ABC; nil takes the second part away.
      def self.second(studio, tune, fields)
        wanted = fields.object('second') or return
        other = studio.tune(wanted.integer('tune_id', 1..(10**18)))
        Apart.run(:imports, studio.id, heavy: tune.heavy? || other.heavy?) do
          Fawnmoss::Notation::Abc.write(other.score.alone).tap { AddTune.fits?(tune.score, _1) }
        end
      end

      def self.text(studio, tune, fields)
        text = fields.block('text', max: AddTune::TEXT)
        charts = studio.charts_dataset.where(tune_id: tune.id).all
        charts.each { |chart| chart.subject(Date.today).ready && chart.tune } # for those of parts
        found, places, said = Apart.run(:imports, studio.id, heavy: tune.heavy? || AddTune.heavy?(text)) { read(tune, text, charts) }
        AddTune.known?(studio, found[:digest], id: tune.id)
        found.delete(:title) if found[:title].empty?
        [found, places, said]
      end

      # [columns, { chart id => places of its notes }, what is said of the second part, which goes along with its melody's bars].
      def self.read(tune, text, charts)
        where = beside = chords = nil
        said = []
        found = AddTune.columns(text, 'abc') do |now|
          where = places(charts, tune.score, now)
          chords = chords(tune, now) if tune.chords_set.any?
          beside, said = Fawnmoss::Writing::Second.carried(Fawnmoss::Notation::Abc.read(tune.second), tune.score, now) if tune.second
        end
        [{ **found, second: (Fawnmoss::Notation::Abc.write(beside) if said.any?), chords: }.compact, where, said]
      end

      # The chords that the teacher set, in the bars where they now are.
      def self.chords(tune, now)
        bars = Fawnmoss::Score::Carry.order(tune.score, now).filter_map { |bar, old| [old, bar] if old }.to_h
        tune.chords_set.filter_map { |bar, *rest| [bars[bar], *rest] if bars[bar] }
      end

      # { chart id => [{ note id before => now }, { bar before => now }] }; charts of the same notes are looked at together.
      def self.places(charts, before, now)
        bars = Fawnmoss::Score::Carry.bars(before, now)
        charts.group_by(&:notes_of).flat_map { |_, same| ids(same.first, before, now).then { |found| same.map { [_1.id, [found, bars]] } } }.to_h
      end

      # Of a part that cannot be made any more no note is there.
      def self.ids(chart, before, now)
        Fawnmoss::Score::Carry.ids(*[before, now].map { chart.scored(_1, Date.today) })
      rescue Fawnmoss::InvalidInput
        {}
      end

      def self.stored(tune, columns)
        now = { **tune.values.slice(:title, :key_name, :meter, :source), **columns }
        found = now.slice(:title, :source).values == tune.values.values_at(:title, :source) && !columns[:text] ? columns : { **columns, **AddTune.search(now) }
        found[:title] ? { **found, title: found[:title][0, 120] } : found
      end

      # Moves pins, phrase boundaries and spots to where their notes now are. Returns how many pins had to go.
      def self.carry(tune, places)
        Models::Chart.where(tune_id: tune.id, id: places.keys).all.sum { |chart| carry_chart(chart, *places.fetch(chart.id)) }
      end

      def self.carry_chart(chart, ids, bars)
        marks = chart.marks
        kept = marks.filter_map { _1.carried(ids) }
        chart.replace_pins(kept)
        options = chart.options.carried(ids, bars)
        chart.save_if(chart.lock_version, options:) if options != chart.options || marks.any?
        marks.size - kept.size
      end
      private_class_method :columns, :text, :read, :chords, :ids, :second, :places, :stored, :carry, :carry_chart
    end
  end
end
