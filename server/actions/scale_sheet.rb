# frozen_string_literal: true

module FawnmossServer
  module Actions
    # A scale or an arpeggio for a pupil or an instrument, written and fingered by the engine.
    module ScaleSheet
      # params: as in the address: pupil_id or instrument, key, kind, octaves, to, fourth, rhythm, slur, version, tempo, positions (comma separated).
      # Raises InvalidInput naming the field; Refused when it cannot be played there.
      def self.read(studio, params, today)
        fields = Inputs::ScaleInput.fields(params)
        subject = Subjects.read(studio, fields, today)
        chart, exercise = charted(subject, Inputs::ScaleInput.read(fields))
        answer(chart, exercise, subject)
      end

      # [chart, exercise] of what is asked for. input: Inputs::ScaleInput. Raises Refused.
      def self.charted(subject, input)
        positions = input.positions || subject.request(input.version).positions
        exercise = Fawnmoss::Practice::Scale.new(instrument: subject.instrument, positions:, **input.wish).exercise
        chart = exercise.chart(FawnmossServer.catalogue, instrument: subject.instrument, version: input.version, positions:, tempo: input.tempo)
        raise Refused, chart if chart.is_a?(Fawnmoss::Chart::Impossible)

        [chart, exercise]
      end

      def self.answer(chart, exercise, subject)
        { title: exercise.tune.title, advice: exercise.advice, chart: chart.to_h, hand_fingers: chart.hand_fingers, strings: subject.instrument.string_names,
          readiness: subject.pupil && ReadinessAnswer.of(chart, subject),
          positions: chart.request.positions, position_names: subject.instrument.hand.position_names,
          musicxml: Fawnmoss::Notation::MusicXml.write(chart.tune, ids: true, instrument: subject.instrument),
          play: Fawnmoss::Practice::PlayAlong.of(chart).to_answer, abc: Fawnmoss::Chart::Export.write(chart, 'abc') }
      end
      private_class_method :answer
    end
  end
end
