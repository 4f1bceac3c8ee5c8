# frozen_string_literal: true

module Fawnmoss
  module Together
    # A note that a part may have. pitch: Theory::Pitch as written for its player; sound: MIDI number as it sounds.
    Tone = Value.of(:pitch, :sound) do
      # Neither in the key nor the leading note of a minor one. slot: Slots::Slot.
      def outside?(slot) = !slot.key.has?(pitch) && !(slot.chord&.dominant? && slot.chord.has?(sound))
    end
  end
end
