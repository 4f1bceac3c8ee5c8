# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Charts as the API shows them. chart: Models::Chart; solved: Fawnmoss::Chart::Chart.
    module ChartAnswer
      # A solved chart as the API shows it. left_out: sentences, as of solved.
      def self.shape(chart, solved, today, left_out = []) = row(chart).merge(drawing(chart, solved, today, left_out))

      # What is kept of it.
      def self.row(chart)
        { **chart.values.slice(:id, :tune_id, :pupil_id, :version, :part, :lock_version), pupil_name: chart.pupil&.name,
          options: chart.options.to_plain.except('wish'), moved: chart.options.transpose&.words, pins: chart.marks.map(&:to_plain) }
      end

      # What is shown of a solved chart.
      def self.drawing(chart, solved, today, left_out = []) = asked(chart, worked_out(solved, chart.options.pencil, left_out), today)

      # With what it asks for, as the pupil stands.
      def self.asked(chart, drawn, today) = drawn.except(:demand_bars).merge(asks: asks(chart.subject(today), drawn[:demand_bars]))

      # What is worked out of it, whoever it is for. The heading is the tune's title of today, whatever stands in its text. pencil: as of Choices;
      # left_out: sentences, as of solved.
      def self.worked_out(solved, pencil, left_out = [])
        request = solved.request
        pencil = Fawnmoss::Chart::Pencil.beside(solved.tune, pencil)
        { tempo: solved.tempo, fourth: request.fourth, slurs: request.slurs, bowing: request.bowing,
          hand: !request.hand.nil?, positions: request.positions, shift: request.shift, slide: request.slide, trill: request.trill,
          printed: request.printed, in_file: in_file(solved.tune),
          chart: solved.to_h.merge(warnings: left_out + solved.warnings, pencil:, odd: Fawnmoss::Score::Sums.named(solved.tune.bars)),
          hand_fingers: solved.hand_fingers, demand_bars: solved.demand_bars, **instrument(request.instrument) }
      end

      def self.written(drawn) = drawn.merge(chart: Written.of(drawn[:chart]))

      # Marks that the file had.
      def self.in_file(tune) = { fingers: tune.notes.count { _1.finger || _1.string }, bows: tune.notes.count(&:bow) }

      # What the chart asks for, in words; had: the pupil has it.
      def self.asks(subject, demand_bars)
        demand_bars.filter_map { |id, bars| subject.map[id] && { skill: id, name: subject.map[id].name, bars:, had: subject.states.had?(id) } }
      end

      def self.instrument(instrument)
        { strings: instrument.string_names, position_names: instrument.hand.position_names, contact_zone: instrument.contact_zone, set_bow: instrument.set_bow }
      end
      private_class_method :asks, :in_file, :instrument
    end
  end
end
