# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # The best open string to check a stopped note against (guide page on intonation; common practice).
    module Checks
      # kind: 'unison' or 'octave'; string: letter of the open string.
      Check = Value.of(:kind, :string)

      # Unison with the next higher open string, octave with the next lower one, octave with any other; else nil.
      # Open notes have none.
      #   3 on the D string of a violin (G4) # => octave, G
      def self.for(instrument, place, pitch)
        return if place.open?

        open = instrument.open
        above = open[place.string + 1]
        return check('unison', above) if above&.midi == pitch.midi

        nearest = open.each_index.reject { _1 == place.string }.sort_by { [(_1 - place.string).abs, _1] }
        octave = nearest.find { (open[_1].midi - pitch.midi).abs == 12 }
        octave && check('octave', open[octave])
      end

      def self.check(kind, open) = Check.new(kind:, string: open.name)
      private_class_method :check
    end
  end
end
