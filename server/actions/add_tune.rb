# frozen_string_literal: true

require 'digest'

module FawnmossServer
  module Actions
    # Reads a tune and keeps it. The same text twice is told, not stored twice.
    module AddTune
      # The same text is there already.
      class Known < Fawnmoss::InvalidInput
      end

      def self.call(studio, fields)
        input = Inputs::TuneInput.read(fields)
        keep(studio, text: input.text, format: input.format, title: input.title, source: input.source, notices: input.notices)
      end

      # Puts a text on the shelf. title: '' for the one in the text; notices: what is left out already.
      def self.keep(studio, text:, format:, title: '', source: '', notices: [])
        columns = columns(studio, text, format)
        title = [title, columns.delete(:title), 'Untitled tune'].reject(&:empty?).first[0, 120]
        studio.add_tune(**columns, title:, source:, notices: notices + columns[:notices])
      end

      # What is read off a text, its title among it. id: of the tune that may have this text already.
      def self.columns(studio, text, format, id: nil)
        score = Fawnmoss::Notation.read(text, format)
        digest = Digest::SHA256.hexdigest(text.gsub(/\s+/, ' '))
        same = studio.tunes_dataset.exclude(id:).first(digest:)
        if same
          raise Known.new("This tune is already #{same.archived_at ? 'put away' : 'on the shelf'}: #{same.title}.", where: { field: 'text' },
remedy: 'Open it there.')
        end

        { format:, text:, digest:, title: score.title, key_name: score.key.name, meter: score.meter.to_s, bars: score.bars.size, notices: score.notices }
      end
    end
  end
end
