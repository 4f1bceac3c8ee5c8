# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What a text says, without keeping it: for the staff that follows while a tune is written.
    module ReadTune
      def self.call(fields)
        text = fields.block('text', max: 2_000_000)
        score = Fawnmoss::Notation.read(text, Inputs::TuneInput.format_of(text))
        { title: score.title, key: score.key.name, meter: score.meter.to_s, bars: score.bars.size, notices: score.notices,
          musicxml: Fawnmoss::Notation::MusicXml.write(score, ids: true) }
      end
    end
  end
end
