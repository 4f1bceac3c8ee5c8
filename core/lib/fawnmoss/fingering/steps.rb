# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What it costs to go from each place of one sound to each place of the next, as flat tables of integers: the same pair
    # of sounds in the same kind of move is computed once for the whole tune. A pair of places is an edge: from * width + to.
    class Steps
      ELSEWHERE = -1 # any string but the one gone to

      # prices and targets by entry (a target is the slot of the next sound: right after a shift, or quite settled where there is none); stays:
      # by row the number of entries without a shift; again, soon: what a shift costs more right after another one, and one
      # note later; width: entries a row; slots: how many the next sound has.
      Rows = Struct.new(:prices, :targets, :stays, :again, :soon, :width, :slots) do
        # The entries that go to a target, in order.
        def entries(target) = (@entries ||= sorted)[target]

        private

        def sorted
          found = Array.new(slots) { [] }
          targets.each_with_index { |target, entry| found[target] << entry }
          found
        end
      end

      # What edges cost more, and the numbers of the terms that make it so, for one case of the string of the note before: the one gone to, or
      # another.
      Remembered = Struct.new(:prices, :fired)
      NONE = [].freeze

      # How the slots of the sound gone to are numbered.
      attr_reader :slots

      # from, to: lists of Place or Grip; move: Move; terms: Terms; memory: as of Slots.
      def initialize(from, to, move, terms, memory)
        @from = from
        @to = to
        @move = move
        @terms = terms
        @slots = Slots.new(strings: from.map(&:string).uniq.freeze, memory:)
        @strings = to.map(&:string)
        @prices = []
        @fired = []
        @moved = []
        @back = Remembered.new([], [])
        @elsewhere = move.again ? Remembered.new([], []) : Remembered.new(Hash.new(0), Hash.new(NONE))
        @again = @soon = 0
        from.each { |place| to.each { |other| add(Step.new(from: place, to: other, move:)) } }
        @rows = {}
        @known = {}
      end

      # Tables for the solver: a row for every place gone from and every string before it, in it an entry for every place gone
      # to, those that leave the hand where it is first. befores: the strings that slots gone from tell apart; arrivals: what
      # the places gone to cost by themselves. Returns Rows.
      def rows(befores, arrivals) = (@rows[befores] ||= {})[arrivals] ||= build_rows(befores, arrivals)

      # Numbers (see Terms) of the terms that cost something on the way from place to place, by their numbers. before: string of the note
      # before, or nil; settled: as of Step.
      def fired(from, to, before, settled)
        edge = (from * @to.size) + to
        returned = remembered(before, to).fired[edge]
        hurried = @moved[edge] && settled < Step::SETTLED
        return @fired[edge] if returned.empty? && !hurried

        @known[[edge, returned, hurried]] ||= [*@fired[edge], *returned, *(@terms.number(@terms.rushing) if hurried)].freeze
      end

      private

      def remembered(before, to) = before == @strings[to] ? @back : @elsewhere

      def add(step)
        price, fired = priced(@terms.moving, step)
        @prices << price
        @fired << fired
        @moved << !step.same_spot?
        remember(@back, step.copy(before: step.to.string))
        remember(@elsewhere, step.copy(before: ELSEWHERE)) if @move.again
        hurry(step) if @moved.last && @again.zero?
      end

      # What it costs more by the string of the note before.
      def remember(kept, step)
        price, fired = priced(@terms.returning, step)
        kept.prices << price
        kept.fired << fired
      end

      # What terms cost for a step together, and the numbers of those that cost something.
      def priced(terms, step)
        price = 0
        fired = NONE
        terms.each do |term|
          next unless (cost = term.cost(step)).positive?

          price += cost
          fired = [*fired, @terms.number(term)]
        end
        [price, fired.freeze]
      end

      # What a shift costs more after another; the same whatever its places.
      def hurry(step) = (@again, @soon = [0, 1].map { |settled| @terms.rushing.cost(step.copy(settled:)) })

      def build_rows(befores, arrivals)
        rows = Rows.new([], [], [], @again, @soon, @to.size, @slots.size(@to.size))
        @from.each_with_index do |place, from|
          moving, staying = arrivals.each_index.partition { @moved[(from * @to.size) + _1] }
          targets = staying.map { @slots.last(_1, place.string) } + moving.map { @slots.first(_1, place.string) }
          befores.each do |before|
            (staying + moving).each { |to| rows.prices << (price(from, to, before) + arrivals[to]) }
            rows.targets.concat(targets)
            rows.stays << staying.size
          end
        end
        rows
      end

      def price(from, to, before)
        edge = (from * @to.size) + to
        @prices[edge] + remembered(before, to).prices[edge]
      end
    end
  end
end
