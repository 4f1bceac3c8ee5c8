# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # What scale is asked for. wish: for Practice::Scale, without instrument and positions.
    ScaleInput = Struct.new(:version, :tempo, :positions, :wish, keyword_init: true) do
      # params: of the address, all text. Numbers become numbers, so that Fields can judge them.
      def self.fields(params)
        texts = %w[instrument version key kind begins to fourth rhythm slur]
        positions = params['positions'].is_a?(String) ? { 'positions' => params['positions'].split(',') } : {}
        Fields.of_address({ **params.slice(*texts, 'pupil_id', 'octaves', 'tempo'), **positions }, [*texts, 'pupil_id', 'octaves', 'tempo', 'positions'],
texts:)
      end

      def self.read(fields)
        positions = fields.words('positions', %r{\A[\w /-]{1,20}\z}, max: 20)
        new(version: fields.choice('version', %w[simple full], default: 'simple'), tempo: fields.tempo('tempo'),
            positions: positions.empty? ? nil : positions, wish: wish(fields))
      end

      # The core names the field of what it cannot write.
      def self.wish(fields)
        { key: Fawnmoss::Theory::Key.parse(fields.text('key', max: 20, default: 'D major')), octaves: fields.integer('octaves', 1..4, default: 1),
          kind: fields.given?('kind') ? fields.text('kind', max: 20) : nil,
          begins: fields.text('begins', max: 10, default: 'lowest'), to: fields.text('to', max: 10, default: 'tonic'),
          fourth: fields.text('fourth', max: 20, default: 'open'), rhythm: Fawnmoss::Practice::Rhythm.named(fields.text('rhythm', max: 20, default: 'plain')),
          slur: Fawnmoss::Practice::SlurSteps.parse(fields.text('slur', max: 12, default: '1')) }
      end
      private_class_method :wish
    end
  end
end
