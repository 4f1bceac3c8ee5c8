# frozen_string_literal: true

module FawnmossServer
  # What a take is held against: made ready from rows, then asked in a process apart, which sees no database.
  class Against
    # take: Models::Take. Everything that work apart may look at is read here.
    def self.of(take) = { 'chart' => OfChart, 'scale' => OfScale, 'card' => OfCard, 'played' => OfNothing }.fetch(take.kind).new(take)

    # { seconds:, numbers: JSON text or nil, body: JSON text, wav: bytes of what the stand-in pupil played, else nil }. Raises Fawnmoss::Error.
    # The block is called with the share that is done.
    def heard(&)
      chart = at_tempo(solved)
      sound = played(chart)
      heard = Fawnmoss::Listening::Judging.of(sound, chart, @asked, drills: FawnmossServer.catalogue.drills, &)
      { seconds: sound.seconds.round(2), numbers: JSON.generate(Fawnmoss::Listening::Numbers.of(heard)),
        body: JSON.generate(sheet: sheet(chart), heard: heard.to_h), wav: (Fawnmoss::Listening::Wav.write(sound) if stand_in) }
    end

    def initialize(take)
      @take = take
      @wav = take.wav unless stand_in
      @day = take.made_on
      prepare
      @asked = take.studio.house.asked(stage)
    end

    private

    # Seed of the stand-in pupil, nil where somebody played.
    def stand_in = @take.asked['stand_in']

    def played(chart)
      return Fawnmoss::Listening::Wav.read(@wav) unless stand_in

      chance = Random.new(stand_in).method(:rand)
      Fawnmoss::Listening::StandIn.play(chart, Fawnmoss::Listening::StandIn.some(chart, chance:), chance:)
    end

    def gone(what, remedy) = raise(Fawnmoss::InvalidInput.new("The #{what} that it was played from is gone", where: {}, remedy:))

    # Where the pupil is on the path, nil without one.
    def stage = subject&.pupil && Fawnmoss::Listening::House.stage(subject.map) { subject.states.had?(_1) }

    # The tempo that was asked for when it was played.
    def at_tempo(chart) = @take.asked['tempo'] ? chart.copy(tempo: @take.asked['tempo']) : chart

    # What is shown with it: as it was that day.
    def sheet(chart)
      instrument = chart.request.instrument
      { musicxml: Fawnmoss::Notation::MusicXml.write(chart.tune, ids: true, instrument:), chart: chart.to_h, strings: instrument.string_names,
        play: Fawnmoss::Practice::PlayAlong.of(chart).to_answer }
    end

    # Of a chart on the desk.
    class OfChart < Against
      private

      def prepare
        @chart = @take.chart or gone('chart', 'Play from another one.')
        Actions::Charts.readied(@chart, @day)
      end

      def subject = @chart.subject(@day)
      def solved = Actions::Charts.solved(@chart, @day).first
    end

    # Of a scale as it was written for who played it.
    class OfScale < Against
      private

      attr_reader :subject

      def prepare
        fields = Inputs::ScaleInput.fields(@take.asked.fetch('scale'))
        @subject = @take.pupil ? Subject.pupil(@take.pupil, @day, @take.asked['instrument']) : Subject.instrument(@take.asked['instrument'], @take.studio)
        @subject.ready
        @input = Inputs::ScaleInput.read(fields)
      end

      def solved = Actions::ScaleSheet.charted(@subject, @input).first
    end

    # Of a card: as it was printed, whatever became of its chart.
    class OfCard < Against
      private

      attr_reader :subject

      def prepare
        @body = @take.card&.body or gone('card', 'Ask for a new one.')
        @subject = Subject.pupil(@take.pupil, @day, @body.dig('chart', 'instrument')).ready
      end

      def solved
        Fawnmoss::Chart::Frozen.solve(@body['musicxml'], @body['chart'], instrument: @subject.instrument, catalogue: FawnmossServer.catalogue)
      end
    end

    # A tune that is played in.
    class OfNothing < Against
      def heard
        yield 0.1
        sound = Fawnmoss::Listening::Wav.read(@wav)
        told = @take.asked
        tune = Fawnmoss::Listening::PlayIn.tune(sound, tempo: told['tempo'], meter: Fawnmoss::Theory::Meter.parse(told['meter']),
                                                       key: told['key'] && Fawnmoss::Theory::Key.parse(told['key']), title: @take.title,
                                                       instrument: FawnmossServer.catalogue.instrument(told['instrument']))
        { seconds: sound.seconds.round(2), numbers: nil, body: JSON.generate(tune: { text: Fawnmoss::Notation::Abc.write(tune), notices: tune.notices }) }
      end

      private

      def subject = nil
      def prepare = nil
    end
  end
end
