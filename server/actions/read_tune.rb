# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What a text says, without keeping it: for the staff that follows while a tune is written.
    module ReadTune
      def self.call(studio, fields)
        return of_file(studio, fields) if fields.given?('file')

        text = fields.block('text', max: AddTune::TEXT)
        Apart.run(:imports, studio.id, heavy: AddTune.heavy?(text)) { answer(text) }
      end

      # The same of a line of a file, with the text as it would be kept.
      def self.of_file(studio, fields)
        Apart.run(:imports, studio.id) do
          input = Inputs::TuneInput.read(fields)
          found = answer(input.text)
          { **found, text: input.text, notices: input.notices | found[:notices] }
        end
      end

      def self.answer(text)
        score = Fawnmoss::Notation.read(text, Inputs::TuneInput.format_of(text))
        { title: score.title, key: score.key.name, meter: score.meter.to_s, bars: score.bars.size, notices: score.notices,
          musicxml: Fawnmoss::Notation::MusicXml.write(score, ids: true) }
      end
      private_class_method :answer, :of_file
    end
  end
end
