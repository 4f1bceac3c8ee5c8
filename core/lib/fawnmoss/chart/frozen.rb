# frozen_string_literal: true

module Fawnmoss
  module Chart
    # A chart as it was issued, solved anew with every place as it was printed then.
    module Frozen
      # musicxml: its notes; plain: as of Chart#to_h, with text keys; instrument: Instrument::Instrument. Returns Chart. Raises InvalidInput where the two do
      # not belong together. What an engine of another day would not allow any more is left to the engine.
      def self.solve(musicxml, plain, instrument:, catalogue:)
        tune = Notation::MusicXml.read(musicxml)
        played = tune.played
        unless played.size == plain['notes'].size
          raise InvalidInput.new('The notes of this card and its chart do not belong together', where: { field: 'card' }, remedy: 'Issue it anew.')
        end

        pins = played.zip(plain['notes']).map { |note, printed| pin(note, printed) }
        [pins, []].each do |some|
          found = Solve.call(tune, request(plain, instrument, some), catalogue)
          return found unless found.is_a?(Impossible)
        end
        raise InvalidInput.new('This card cannot be worked out any more', where: { field: 'card' }, remedy: 'Issue it anew.')
      end

      def self.request(plain, instrument, pins)
        everything = { learnt: %i[fourth stretch], fourth: 'either', positions: instrument.positions.fetch('full'), joins: Pin::JOINS - %i[slur change stop] }
        Request.build(instrument:, version: plain['version'], tempo: plain['tempo'], slurs: true, printed: 'none', pins:, **(pins.any? ? everything : {}))
      end

      def self.pin(note, printed)
        Pin.new(note: note.id, string: printed['string'], finger: printed['finger'], position: printed['position'])
      end
      private_class_method :request, :pin
    end
  end
end
