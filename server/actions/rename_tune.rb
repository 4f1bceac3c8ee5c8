# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Changes a tune's title and its source and rights note.
    module RenameTune
      def self.call(studio, id, fields)
        tune = studio.tune(id)
        columns = { title: fields.text('title', min: 1, max: 120), source: fields.text('source', max: 200, default: '') }
        tune.save_if(fields.integer('lock_version', 0..1_000_000), columns) or raise Stale, TuneAnswer.row(tune)
        tune
      end
    end
  end
end
