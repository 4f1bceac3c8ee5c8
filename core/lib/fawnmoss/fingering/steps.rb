# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # What it costs to go from each place of one sound to each place of the next, as flat tables of integers: the same pair
    # of sounds in the same kind of move is computed once for the whole tune. A pair of places is an edge: from * width + to.
    class Steps
      NO_WAY_BACK = -1 # string of an edge that is a way back from none

      # prices and targets by entry (a target is the slot of the next sound right after a shift; settled ones follow it); stays:
      # by row the number of entries without a shift; again, soon: what a shift costs more right after another one, and one
      # note later; width: entries a row; slots: how many the next sound has.
      Rows = Struct.new(:prices, :targets, :stays, :again, :soon, :width, :slots)

      # How the slots of the sound gone to are numbered.
      attr_reader :slots

      # from, to: lists of Place or Grip; move: Move; terms: Terms; memory: as of Slots.
      def initialize(from, to, move, terms, memory)
        @from = from
        @to = to
        @move = move
        @terms = terms
        @slots = Slots.new(strings: from.map(&:string).uniq.freeze, memory:)
        @prices = []
        @fired = []
        @backs = []
        @back_prices = []
        @moved = []
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
        back = before == @backs[edge]
        hurried = @moved[edge] && settled < Step::SETTLED
        return @fired[edge] unless back || hurried

        @known[(edge * 4) + (back ? 2 : 0) + (hurried ? 1 : 0)] ||= [*@fired[edge], *also(back, hurried)].freeze
      end

      private

      def also(back, hurried) = [(@terms.number(@terms.returning) if back), (@terms.number(@terms.rushing) if hurried)].compact

      def add(step)
        price = 0
        fired = []
        @terms.moving.each do |term|
          cost = term.cost(step)
          next unless cost.positive?

          price += cost
          fired << @terms.number(term)
        end
        @prices << price
        @fired << fired.freeze
        @moved << !step.same_spot?
        back(step)
        hurry(step) if @moved.last && @again.zero?
      end

      # What it costs more when the note before was on the string that this goes to.
      def back(step)
        price = @terms.returning.cost(step.copy(before: step.to.string))
        @backs << (price.positive? ? step.to.string : NO_WAY_BACK)
        @back_prices << price
      end

      # What a shift costs more after another; the same whatever its places.
      def hurry(step) = (@again, @soon = [0, 1].map { |settled| @terms.rushing.cost(step.copy(settled:)) })

      def build_rows(befores, arrivals)
        rows = Rows.new([], [], [], @again, @soon, @to.size, @slots.size(@to.size))
        @from.each_with_index do |place, from|
          moving, staying = arrivals.each_index.partition { @moved[(from * @to.size) + _1] }
          targets = (staying + moving).map { @slots.first(_1, place.string) }
          befores.each do |before|
            (staying + moving).each { |to| rows.prices << (price((from * @to.size) + to, before) + arrivals[to]) }
            rows.targets.concat(targets)
            rows.stays << staying.size
          end
        end
        rows
      end

      def price(edge, before) = before == @backs[edge] ? @prices[edge] + @back_prices[edge] : @prices[edge]
    end
  end
end
