# frozen_string_literal: true

module Fawnmoss
  module Chart
    # A chart in the formats other programs read.
    module Export
      FORMATS = %w[json text musicxml abc midi].freeze

      # Text in UTF-8; MIDI as bytes. pencil: list of Pencil that goes out with the notes, or nil.
      #   Export.write(chart, 'abc') # => "X:1\nT:..."
      def self.write(chart, format, pencil: nil)
        case format
        when 'json' then JSON.pretty_generate(chart.to_h)
        when 'text' then TextPage.new(chart).text
        when 'musicxml' then Notation::MusicXml.write(Pencil.on(chart.marked, pencil), instrument: chart.request.instrument)
        when 'abc' then Notation::Abc.write(Pencil.on(chart.marked(strings: :needed), pencil), clef: chart.request.instrument.clef)
        when 'midi' then Notation::Midi.write(chart.tune, instrument: chart.request.instrument, tempo: chart.tempo, trill: chart.request.trill,
                                                         shape: chart.shape)
        else raise InvalidInput.new("#{format.inspect} is not a format", where: { field: 'format' }, remedy: "Choose #{FORMATS.join(', ')}.")
        end
      end
    end
  end
end
