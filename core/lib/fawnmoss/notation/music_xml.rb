# frozen_string_literal: true

module Fawnmoss
  module Notation
    # MusicXML, one voice of one part, in and out.
    module MusicXml
      # bytes: a .musicxml text or a .mxl archive. part: 0 the first, nil for the first that has notes; voice: its name, nil for the first.
      # Returns Score::Tune; raises InvalidTune.
      def self.read(bytes, part: nil, voice: nil) = Reader.new(text(bytes), part:, voice:).tune

      # The XML text of a .musicxml text or a .mxl archive.
      def self.text(bytes) = Mxl.archive?(bytes) ? Mxl.unpack(bytes) : bytes

      # A part of a score. tune: Score::Tune; instrument: Instrument; name: whose part it is.
      Part = Value.of(:tune, :instrument, :name)

      # Several parts with the same bars -> MusicXML text. parts: Part list; title: of the score; ids: for the engraver, notes with ids that begin with
      # "p0-" in the first part, "p1-" in the next.
      def self.score(parts, title:, ids: false)
        about = parts.each_with_index.map { |part, index| { instrument: part.instrument, name: part.name, prefix: ids ? "p#{index}-" : nil } }
        first, *others = parts
        others = others.zip(about.drop(1)).map { |part, options| Writer.new(part.tune.alone, **options, beside: true) }
        Writer.new(first.tune.alone.copy(title:), **about.first, others:).text
      end

      # Score::Tune -> MusicXML text; see Writer.
      def self.write(tune, **options) = Writer.new(tune, **options).text
    end
  end
end
