# frozen_string_literal: true

module Fawnmoss
  module Instrument
    # The three ways a left hand measures a string: where its fingers fall, how a key lies in it, what it asks of a pupil.
    module Hands
      # kind: 'letters', 'cello' or 'bass'. Raises InvalidInput for an unknown bass hand.
      def self.for(kind, bass_hand = '1-2-4')
        case kind
        when 'letters' then Letters.new
        when 'cello' then Cello.new
        when 'bass' then Bass.new(bass_hand)
        end
      end
    end
  end
end
