# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # What a recording is going to be of. kind: 'chart', 'scale', 'card' or 'played'; asked: what it is held against besides, plain data; title: where neither
    # chart nor card has one.
    TakeInput = Struct.new(:key, :kind, :rate, :asked, :chart_id, :lesson_id, :pupil_id, :source, :stand_in, :title, keyword_init: true) do
      # In the studio. fields: kind, key, rate, tempo, and chart_id; or scale (as in the address of a scale); or tempo, meter, music_key, instrument.
      def self.read(fields)
        kind = fields.choice('kind', %w[chart scale played])
        given = { key: fields.key('key'), kind:, rate: rate(fields), source: fields.choice('source', %w[desk lesson], default: 'desk'),
                  stand_in: fields.flag('stand_in'), lesson_id: fields.integer('lesson_id', 1..(10**18), optional: true) }
        new(**given, **send(kind, fields))
      end

      # Behind a card's link.
      def self.of_card(fields)
        new(key: fields.key('key'), kind: 'card', rate: rate(fields), asked: { 'tempo' => fields.tempo('tempo') }.compact, source: 'home')
      end

      def self.rate(fields) = fields.integer('rate', Fawnmoss::Listening::Wav::RATES, optional: true)

      def self.chart(fields) = { chart_id: fields.integer('chart_id', 1..(10**18)), asked: { 'tempo' => fields.tempo('tempo') }.compact }

      def self.scale(fields)
        scale = fields.object('scale') or fields.refuse('scale', 'Which scale?', nil)
        params = %w[version key kind begins to fourth rhythm slur octaves positions].to_h { |name| [name, scale.raw(name)] }.compact
        params = params.transform_values { |value| value.is_a?(String) || value.is_a?(Integer) ? value : fields.refuse('scale', 'This is no scale.', nil) }
        wish = ScaleInput.read(ScaleInput.fields(params)).wish # refused now rather than when it is listened to
        { title: Fawnmoss::Practice::Scale.called(*wish.values_at(:key, :kind)), pupil_id: fields.integer('pupil_id', 1..(10**18), optional: true),
          asked: { 'scale' => params, 'tempo' => fields.tempo('tempo'), 'instrument' => instrument(fields) }.compact }
      end

      def self.played(fields)
        meter = Fawnmoss::Theory::Meter.parse(fields.text('meter', max: 10, default: '4/4'))
        key = fields.given?('music_key') && fields.raw('music_key') ? Fawnmoss::Theory::Key.parse(fields.text('music_key', max: 20)) : nil
        tempo = fields.integer('tempo', Fawnmoss::Score::Tune::TEMPI)
        { title: 'Played in', asked: { 'tempo' => tempo, 'meter' => meter.to_s, 'key' => key&.name, 'instrument' => instrument(fields) || 'violin' }.compact }
      end

      def self.instrument(fields) = fields.choice('instrument', Fawnmoss::Catalogue::INSTRUMENTS, optional: true)
      private_class_method :rate, :chart, :scale, :played, :instrument
    end
  end
end
