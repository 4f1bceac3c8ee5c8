# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # The cost terms in force, by what of a Step they look at: placing (one place and its note), gripping (two places at once),
    # moving (from one to the next), returning (also at the string of the note before), rushing (one term, also at how long ago the hand
    # moved).
    Terms = Value.of(:placing, :gripping, :moving, :returning, :rushing) do
      # The terms that can fire with a setting: an instrument without an opened hand, or a school that wants open strings, has
      # fewer.
      def self.for(setting)
        new(placing: able([Costs::OpenString, Costs::FourthFinger, Costs::OddFinger, Costs::Stretch, Costs::Position, Costs::PassedOver,
                           Costs::StartAway, Costs::Trill, Costs::Sung], setting),
            gripping: able([Costs::DoubleStop], setting),
            moving: able([Costs::Crossing, Costs::Skip, Costs::OpenForFour, Costs::IdleFourth, Costs::ComingDown, Costs::Hop, Costs::Slide, Costs::OtherFinger,
                          Costs::Opening, Costs::Closing, Costs::Shift], setting),
            returning: able([Costs::ThereAndBack, Costs::Elsewhere], setting), rushing: Costs::ShiftChain.new(setting))
      end

      def self.able(classes, setting) = classes.map { _1.new(setting) }.reject(&:idle?)
      private_class_method :able

      # All of them, in order; a term's number is its place in this list.
      attr_reader :all

      def derive
        @all = [*placing, *gripping, *moving, *returning, rushing].freeze
        @numbers = @all.each_with_index.to_h.compare_by_identity
      end

      def number(term) = @numbers.fetch(term)

      # True for a term that looks at one place or grip, false for one about the way there.
      def standing?(term) = placing.include?(term) || gripping.include?(term)

      # All of a note that placing terms look at: notes of one kind share their tables.
      def kind(note) = [note.duration, note.index.zero?, note.trill]

      # [term, cost] of those that cost something for a Place or Grip by itself; of a double stop once for each note that they fire for.
      def placed(candidate, note)
        alone = candidate.parts.flat_map { |place| priced(placing, Step.new(to: place, note:)) }
        candidate.double? ? alone + priced(gripping, Step.new(to: candidate, note:)) : alone
      end

      def placing_cost(candidate, note) = placed(candidate, note).sum(&:last)

      private

      def priced(terms, step) = terms.filter_map { |term| (cost = term.cost(step)).positive? && [term, cost] }
    end
  end
end
