# frozen_string_literal: true

module Fawnmoss
  module Picture
    # Where between fingerboard and bridge the bow runs, and whether it runs square to the strings.
    module Zones
      COUNT = 5 # from the fingerboard
      CROOKED = 14 # degrees of the bow that is not square: what one sees at a glance

      # shown: 'all' or 'straight'. Returns { zones:, own: the usual one, strings: names from the left, lit: zones, crooked:
      # degrees or nil, caption: }.
      def self.of(shown, instrument)
        own = instrument.contact_zone
        straight = shown == 'straight'
        { zones: COUNT, own:, strings: Picture.strings(instrument), lit: straight ? [own] : [1, own, COUNT].uniq, crooked: straight ? CROOKED : nil,
          caption: straight ? 'The bow square to the strings, side by side with the bridge; the broken line slides away.' : words(own) }
      end

      def self.words(own)
        "Five zones from the fingerboard to the bridge: soft and airy by the fingerboard, dense and strong by the bridge; zone #{own} is home."
      end
      private_class_method :words
    end
  end
end
