# frozen_string_literal: true

require 'digest'

module FawnmossServer
  module Actions
    # Reads a tune and keeps it. The same text twice is told, not stored twice.
    module AddTune
      def self.call(studio, fields)
        input = Inputs::TuneInput.read(fields)
        score = Fawnmoss::Notation.read(input.text, input.format)
        digest = Digest::SHA256.hexdigest(input.text.gsub(/\s+/, ' '))
        same = studio.tunes_dataset.first(digest:)
        fields.refuse('text', "This tune is already on the shelf: #{same.title}.", 'Open it there.') if same
        title = [input.title, score.title, 'Untitled tune'].reject(&:empty?).first[0, 120]
        studio.add_tune(title:, source: input.source, format: input.format, text: input.text, digest:, key_name: score.key.name,
                        meter: score.meter.to_s, bars: score.bars.size, notices: score.notices)
      end
    end
  end
end
