# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # Which size fits an arm.
    module Sizes
      ARMS = (25..90)

      # size: '1/2', or nil when the table has none; note: what to think of, with where the table is from.
      Proposal = Value.of(:size, :note)

      SOURCE = 'Table from memory; shops differ by a centimetre or two. The final word is the teacher’s or the luthier’s.'

      SITTING = 'Cello and double bass are chosen with the instrument: sit or stand, and look at nut, knees and reach. When between two, the smaller.'

      # Size by arm length in cm, neck to the middle of the palm with the arm straight out. table: one entry of core/data/sizes.yml or
      # nil. Raises InvalidInput for an arm that cannot be.
      #   Sizes.for(table, 51.0).size # => "1/2"
      def self.for(table, arm)
        refuse(arm) unless ARMS.cover?(arm)
        return Proposal.new(size: nil, note: SITTING) unless table

        at = table.index { arm >= _1['from'] }
        return Proposal.new(size: nil, note: "Smaller than #{table.last['size']}, which begins at #{table.last['from']} cm. #{SOURCE}") unless at

        Proposal.new(size: table[at]['size'], note: [between(table, at, arm), SOURCE].compact.join(' '))
      end

      def self.refuse(arm)
        raise InvalidInput.new("an arm of #{format('%g', arm)} cm cannot be", where: { field: 'arm' },
                               remedy: "Measure from the neck to the middle of the palm: #{ARMS.min} to #{ARMS.max} cm.")
      end

      def self.between(table, at, arm)
        larger = at.positive? && table[at - 1]
        return unless larger && larger['from'] - arm <= 1

        "Nearly #{larger['size']} (from #{larger['from']} cm): between two sizes take the smaller."
      end
      private_class_method :refuse, :between
    end
  end
end
