# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Tunes as the API shows them.
    module TuneAnswer
      NOBODY = { pupils: 0, last_card: nil }.freeze

      # use: of Models::Studio#tune_use.
      def self.row(tune, use = {})
        { id: tune.id, title: tune.title, source: tune.source, format: tune.format, key: tune.key_name, meter: tune.meter, bars: tune.bars,
          notices: tune.notices, lock_version: tune.lock_version, archived: !tune.archived_at.nil?, use: use.fetch(tune.id, NOBODY) }
      end

      # abc: the text to edit, whatever the tune came as.
      def self.whole(tune)
        { **row(tune, Models::Studio[tune.studio_id].tune_use(tune.id)), text: tune.text, abc: tune.format == 'abc' ? tune.text : abc(tune) }
      end

      def self.abc(tune) = Apart.run(:charts, tune.studio_id, heavy: tune.heavy?) { Fawnmoss::Notation::Abc.write(tune.score) }
      private_class_method :abc
    end
  end
end
