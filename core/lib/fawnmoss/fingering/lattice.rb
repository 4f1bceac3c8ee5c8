# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Everything the solver found out: per sound, by slot.
    Lattice = Value.of(
      :sounds,     # lists of Score::Played that sound together
      :candidates, # a list of Place or Grip per sound
      :allowed,    # per sound nil or the candidates that a pin leaves
      :terms,      # Terms
      :alone,      # Arrivals: what places cost by themselves
      :steps,      # Steps to every sound from the one before; nil for the first
      :rows,       # Steps::Rows of them; nil for the first
      :passes,     # Passes, or StillPasses
      :slots,      # Slots of every sound
      :costs,      # least cost of a way to the slot
      :rests       # least cost of a way from the slot to the end
    ) do
      # The slot before on the cheapest way to a slot that can be reached; nil for the first sound.
      def from(index, slot) = (passes.from(costs[index - 1], rows[index], slot, costs[index][slot]) if index.positive?)

      # The next slot on the cheapest way from one to the end; nil for the last sound.
      def ahead(index, slot) = (passes.ahead(rows[index + 1], rests[index + 1], slot) if index < costs.size - 1)

      def place(index, slot) = slots[index].place(slot)
      def place_at(index, slot) = candidates[index][place(index, slot)]

      # Cost of the best whole chart through a slot, in hundredths of a plain crossing.
      def through(index, slot) = costs[index][slot] + rests[index][slot]

      # The slots of the cheapest chart.
      def best = way_to(costs.size - 1, costs.last.index(costs.last.min))

      # The slots of the best whole chart through one.
      def way_through(index, slot) = (index...(costs.size - 1)).each_with_object(way_to(index, slot)) { |at, way| way << ahead(at, way.last) }

      # The slots of the cheapest way to one, itself the last.
      def way_to(index, slot) = index.downto(1).each_with_object([slot]) { |at, way| way << from(at, way.last) }.reverse

      # Numbers (see Terms) of the terms that cost something on the step to a slot from the slot before, without those of its place.
      def fired(index, slot, before)
        gone = slots[index - 1]
        steps[index].fired(gone.place(before), place(index, slot), gone.before(before), gone.settled(before))
      end

      # For each kind of place of a sound the slot that the best chart through it takes, or nil where none can; the earliest of equals.
      # kinds: for each place the number of the first one of its kind.
      # rubocop:disable-next Metrics/MethodLength -- one pass over flat arrays
      def best_slots(index, kinds)
        cost = costs[index]
        rest = rests[index]
        stride = slots[index].stride
        found = []
        least = []
        slot = 0
        kinds.each do |kind|
          stop = slot + stride
          while slot < stop
            total = cost[slot] + rest[slot]
            if cost[slot] < Passes::NEVER && (least[kind].nil? || total < least[kind])
              least[kind] = total
              found[kind] = slot
            end
            slot += 1
          end
        end
        found
      end
    end
  end
end
