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
        plain = tune.format == 'abc' && tune.second.nil? # nothing has to be read for it
        { **row(tune, Models::Studio[tune.studio_id].tune_use(tune.id)), text: tune.text,
          **Apart.run(:charts, tune.studio_id, heavy: tune.heavy? && !plain) { read(tune) } }
      end

      # What is worked out of the notes. second: the part kept with the tune, with what of it does not fit.
      def self.read(tune)
        abc = tune.format == 'abc' ? tune.text : Fawnmoss::Notation::Abc.write(tune.score.alone)
        return { abc:, second: nil } unless tune.second

        name = tune.score.second&.title || Fawnmoss::Notation::Abc.read(tune.second).title
        { abc:, second: { name:, notices: tune.score.notices - tune.notices } }
      end
      private_class_method :read
    end
  end
end
