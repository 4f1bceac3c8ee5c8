# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What a pupil has played, plays, and is to play; and the concert made of it.
    module Repertoire
      MOST = 60 # pieces of a concert
      BETWEEN = 45 # seconds between two pieces, unless the teacher says otherwise

      # { played:, work:, next:, concert: } lists of { tune_id:, title:, on: or nil, id: of what the teacher chose }.
      def self.of(pupil)
        marked = (Models::PupilDigest.first(pupil_id: pupil.id)&.tunes || {}).transform_keys(&:to_i)
        done = marked.select { |_, (value, _, times)| Fawnmoss::Path::Plan::Work.done?(value, times) }
        chosen = Models::Piece.where(pupil_id: pupil.id).order(:place, :id).all.group_by(&:kind)
        lists = { played: done.sort_by { |_, (_, on)| on }.reverse.map { |id, _| [id] }, work: ((marked.keys + carded(pupil)).uniq - done.keys).map { [_1] },
                  **%w[next concert].to_h { |kind| [kind.to_sym, chosen.fetch(kind, []).map { [_1.tune_id, _1.id] }] } }
        named(lists, marked)
      end

      # { list => [[tune id, id of what the teacher chose or nil], ...] } with titles and the day of the last mark.
      def self.named(lists, marked)
        titles = Models::Tune.where(id: lists.values.flatten(1).map(&:first)).select_hash(:id, :title)
        lists.to_h do |name, list|
          [name, list.map { |tune_id, id| { tune_id:, title: titles.fetch(tune_id, ''), on: (marked.dig(tune_id, 1) unless id), id: } }]
        end
      end

      # Puts a tune among the next or the concert's; twice is once.
      def self.add(studio, pupil_id, fields)
        pupil = studio.pupil(pupil_id)
        tune = studio.tune(fields.integer('tune_id', 1..(10**18)))
        kind = fields.choice('kind', %w[next concert])
        pieces = Models::Piece.where(studio_id: studio.id, kind: 'concert')
        full = kind == 'concert' && pieces.count >= MOST
        fields.refuse('kind', "A concert has #{MOST} pieces at the most.", 'Take one out first.') if full
        Models::Piece.dataset.insert_ignore.insert(studio_id: studio.id, pupil_id: pupil.id, tune_id: tune.id, kind:, place: (pieces.max(:place) || 0) + 1)
        of(pupil)
      end

      def self.remove(studio, id)
        piece = Models::Piece.first(id: id.to_i, studio_id: studio.id) || raise(Missing)
        piece.delete
        of(piece.pupil)
      end

      # { title:, on:, between:, pieces: [{ id:, pupil_id:, pupil:, instrument:, tune_id:, title:, source:, seconds: }], seconds: } in order.
      def self.concert(studio)
        about = { 'title' => '', 'on' => nil, 'between' => BETWEEN }.merge(studio.concert || {})
        pieces = Models::Piece.where(studio_id: studio.id, kind: 'concert').order(:place, :id).all
        lasting = Apart.run(:tries, studio.id, heavy: pieces.any?, &seconds(pieces))
        shown = pieces.zip(lasting).map { |piece, seconds| shown(piece, seconds) }
        { **about.transform_keys(&:to_sym), studio: studio.name, pieces: shown, seconds: Fawnmoss::Practice::Programme.total(lasting, about['between']) }
      end

      # fields: title, on, between, order: ids.
      def self.save(studio, fields, today)
        about = { 'title' => fields.text('title', max: 120, default: ''), 'on' => fields.date('on', (today - 800)..(today + 800))&.iso8601,
                  'between' => fields.integer('between', 0..1800, default: BETWEEN) }
        order = fields.integers('order', 1..(10**18), max: MOST)
        FawnmossServer.db.transaction do
          studio.update(concert: about)
          order.each_with_index { |id, at| Models::Piece.where(id:, studio_id: studio.id, kind: 'concert').update(place: at + 1) }
        end
        concert(studio)
      end

      def self.carded(pupil) = Roll.new(pupil.studio, [pupil]).tune_cards(pupil).map { _1[:tune_id] }

      # What works out how long each takes: at the tempo of the pupil's own chart, where there is one.
      def self.seconds(pieces)
        asked = pieces.map do |piece|
          pupil = piece.pupil
          chart = pupil.charts_dataset.where(tune_id: piece.tune_id, instrument: pupil.instrument).order(Sequel.desc(:part), :version, :id).first
          [piece.tune, FawnmossServer.catalogue.instrument(pupil.instrument), chart&.options&.tempo]
        end
        -> { asked.map { |tune, instrument, tempo| Fawnmoss::Practice::Programme.seconds(tune.score, instrument, tempo:) } }
      end

      def self.shown(piece, seconds)
        tune = piece.tune
        pupil = piece.pupil
        { id: piece.id, pupil_id: pupil.id, pupil: pupil.name, instrument: pupil.instrument, seconds:,
          tune_id: tune.id, title: tune.title, source: tune.source }
      end
      private_class_method :named, :carded, :seconds, :shown
    end
  end
end
