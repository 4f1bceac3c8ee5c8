# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # What a teacher chose for a card. minutes: a day; note: what to listen for; bars: printed numbers to show, nil for the whole; bands: what is
    # drawn beside the staff, of digits, lanes and bow;
    # answers: to notes from home, [{ id:, answer: }]; items: the work as written out, nil to have it made; caution: nil for the one that belongs
    # to what is new; wish: for Practice::HomeWork; key: under which it is issued once, nil without one.
    CardInput = Struct.new(:minutes, :note, :bars, :bands, :items, :caution, :wish, :answers, :key, keyword_init: true) do
      # budget: minutes a day the pupil has.
      def self.read(fields, budget)
        new(minutes: fields.integer('minutes_per_day', 5..240, default: budget), note: fields.text('note', max: 500, default: ''), **drawn(fields),
            answers: fields.list('answers', max: 40).map { { id: _1.integer('id', 1..(10**18)), answer: _1.text('answer', max: 500, default: '') } },
            items: (items(fields) if fields.given?('items')), caution: fields.text('caution', max: 300, default: '').then { _1.empty? ? nil : _1 },
            wish: wish(fields.object('work') || Fields.new({})), key: fields.key('key', optional: true))
      end

      def self.drawn(fields)
        bars = fields.integers('bars', 0..9999, max: 500)
        { bars: bars.empty? ? nil : bars, bands: fields.given?('bands') ? fields.words('bands', /\A(digits|lanes|bow)\z/, max: 3) : %w[digits lanes bow] }
      end

      def self.wish(fields)
        { spots: fields.list('spots', max: 60).map { _1.integers('bars', 0..9999, max: 16) }, warm_up: flag(fields, 'warm_up'), run: flag(fields, 'run'),
          chain: fields.choice('chain', %w[forward backward none], default: 'forward').then { _1 == 'none' ? nil : _1 },
          by: fields.choice('by', %w[bar beat], default: 'bar'), tempo_from: tempo(fields) }
      end

      # false: no tempo steps; nil: from the usual start.
      def self.tempo(fields) = flag(fields, 'tempo') && fields.tempo('tempo_from')
      def self.flag(fields, name) = fields.flag(name).nil? || fields.flag(name)

      def self.items(fields)
        fields.list('items', max: 20).map do |item|
          { kind: item.choice('kind', %w[warm-up skill spot chain tempo run own]), title: item.text('title', min: 1, max: 120),
            steps: item.words('steps', /\A[^[:cntrl:]]{1,600}\z/, max: 20), minutes: item.integer('minutes', 0..240),
            bars: item.integers('bars', 0..9999, max: 64), tempi: item.integers('tempi', Fawnmoss::Score::Tune::TEMPI, max: 20),
            skill: (item.text('skill', max: 60) if item.given?('skill') && item.raw('skill')) }
        end
      end
      private_class_method :drawn, :wish, :tempo, :flag, :items

      # Fawnmoss::Practice::HomeWork::Plan for a solved chart.
      def plan(solved) = Fawnmoss::Practice::HomeWork.plan(solved, minutes:, catalogue: FawnmossServer.catalogue, taught: solved.request.had, **wish)
    end
  end
end
