# frozen_string_literal: true

module FawnmossServer
  module Actions
    # One tune for several pupils, a card each from their own chart of it. Sent again after an answer was lost, it issues only what is missing: a card of
    # the same chart and note of the same day stands.
    module ManyCards
      # fields: pupils: ids, version, part, note. Returns { cards: as of CardAnswer.summary, left_out: [{ pupil_id:, name:, reason: }] }, those for whom it
      # is out of reach.
      def self.issue(studio, tune_id, fields, today)
        tune = studio.tune(tune_id)
        pupils = fields.integers('pupils', 1..(10**18), max: Groups::MOST).uniq.map { studio.pupil(_1) }
        fields.refuse('pupils', 'Nobody is chosen.', 'Choose one pupil or more.') if pupils.empty?
        kind = Charts.kind(fields)
        note = fields.text('note', max: 500, default: '')
        left_out = []
        cards = pupils.filter_map do |pupil|
          chart = chart(studio, tune, pupil, kind, today)
          standing(chart, note, today) || Cards.issue(studio, chart, Inputs::Fields.new('note' => note), today)
        rescue Refused => e
          left_out << { pupil_id: pupil.id, name: pupil.name, reason: e.message }
          nil
        end
        { cards: cards.map { CardAnswer.summary(_1) }, left_out: }
      end

      def self.chart(studio, tune, pupil, kind, today)
        Charts.found(studio, Inputs::Fields.new('tune_id' => tune.id, 'pupil_id' => pupil.id, **kind.transform_keys(&:to_s)), today).id
      end

      def self.standing(chart_id, note, today)
        Models::Card.where(chart_id:, issued_on: today).reverse(:number).first&.then { _1 if _1.body['note'] == note }
      end
      private_class_method :chart, :standing
    end
  end
end
