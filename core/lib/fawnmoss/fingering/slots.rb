# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # How the states in which a sound can be reached are numbered: by its place, by the string of the note before, and by how many notes
    # the hand has stood still. A slot is (place * strings before + number of the string before) * memory + notes settled.
    # strings: those the note before may be on; memory: how many states of settling are told apart, 3, or 1 where no hand ever moves.
    Slots = Value.of(:strings, :memory) do
      # Slots a place.
      attr_reader :stride

      def derive = @stride = strings.size * memory

      # Slots of so many places.
      def size(places) = places * stride

      def place(slot) = slot / stride
      def before(slot) = strings[(slot % stride) / memory]
      def settled(slot) = memory == 1 ? Step::SETTLED : slot % memory

      # The first slot of a place and a string before: that right after a shift.
      def first(place, string) = (place * stride) + (strings.index(string) * memory)

      # The last one: that where the hand is quite settled.
      def last(place, string) = first(place, string) + memory - 1

      # The slot of a place that a tune begins on: as settled as can be.
      def start(place) = ((place + 1) * stride) - 1
    end

    Slots::NOTHING = [nil].freeze # the strings before the first sound
  end
end
