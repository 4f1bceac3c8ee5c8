# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What a card says: the chart with its engraving, and the work until the next lesson.
    module CardBody
      CAUTION = 'Stop and rest when something stings, goes numb or keeps aching; tell your teacher.'

      # Returns a plain hash; nothing in it refers to rows that may change.
      def self.build(chart, fields, today)
        shown = Charts.answer(chart, today)
        minutes = fields.integer('minutes_per_day', 5..240, default: chart.pupil.minutes_per_day)
        { pupil: chart.pupil.name, studio: studio_name(chart), minutes_per_day: minutes, note: fields.text('note', max: 500, default: ''), steps: steps(shown),
          caution: caution(chart, shown, today), musicxml: Charts.score(chart, today),
          **shown.slice(:version, :tempo, :chart, :hand_fingers, :strings, :contact_zone, :set_bow) }
      end

      def self.studio_name(chart) = Models::Studio[chart.studio_id].name

      # The general order of work, made from this chart: left hand, bow, both stopped, smooth, tempo.
      def self.steps(shown)
        chart = shown[:chart]
        bars = chart[:notes].map { _1[:bar] }.uniq
        same = chart[:same_bars].sum { _1.size - 1 }
        tempo = shown[:tempo]
        ["Look: #{same.positive? ? "learn #{bars.size - same} bars, play #{bars.size}; the others are the same" : "#{bars.size} bars, all different"}.",
         'Left hand alone, plucked, twice.', 'Bow alone on open strings, as the bow line shows, twice.',
         "Both, stopping between the notes, at #{step(tempo, 60)}; five times without a slip.",
         "Smooth at #{step(tempo, 80)}, then at #{tempo}; go up only after three good ones in a row."]
      end

      def self.step(tempo, percent) = (tempo * percent / 100.0).round

      # The caution of the first skill the pupil does not have yet, else the general one.
      def self.caution(chart, shown, today)
        subject = Subject.pupil(chart.pupil, today, chart.instrument)
        new_skills = shown[:chart][:demands].reject { subject.states.had?(_1) }
        new_skills.filter_map { subject.skills_by_id[_1]&.caution }.first || CAUTION
      end
      private_class_method :studio_name, :steps, :step, :caution
    end
  end
end
