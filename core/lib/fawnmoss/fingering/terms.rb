# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # The cost terms in force, by what they look at: placing (one place and its note), gripping (two places at once),
    # moving (from one to the next), returning and rushing (one term each, which also look at what came before: the string
    # of the note before, and how long ago the hand moved).
    Terms = Value.of(:placing, :gripping, :moving, :returning, :rushing) do
      # The terms that can fire with a setting: an instrument without an opened hand, or a school that wants open strings, has
      # fewer.
      def self.for(setting)
        new(placing: able([Costs::OpenString, Costs::FourthFinger, Costs::OddFinger, Costs::Stretch, Costs::Position, Costs::PassedOver,
                           Costs::StartAway, Costs::Trill], setting),
            gripping: able([Costs::DoubleStop], setting),
            moving: able([Costs::Crossing, Costs::Skip, Costs::OpenForFour, Costs::ComingDown, Costs::Hop, Costs::Slide, Costs::OtherFinger,
                          Costs::Opening, Costs::Closing, Costs::Shift], setting),
            returning: Costs::ThereAndBack.new(setting), rushing: Costs::ShiftChain.new(setting))
      end

      def self.able(classes, setting) = classes.map { _1.new(setting) }.reject(&:idle?)
      private_class_method :able

      # How often each term fires on a stretch of the chart is kept as one number, with FIELD bits a term, so that counting is
      # adding. units: { term => its one }.
      attr_reader :units

      def derive
        terms = [*placing, *gripping, *moving, returning, rushing]
        @units = terms.each_with_index.to_h { |term, at| [term, 1 << (self.class::FIELD * at)] }.compare_by_identity
        @bias = @units.values.sum { _1 * self.class::MIDDLE }
        @named = {}
      end

      # The terms in a packed count of one note, in order.
      def named(packed) = @named[packed] ||= @units.reject { |_, unit| ((packed / unit) % self.class::MIDDLE).zero? }.keys

      # True for a term that looks at one place or grip, false for one about the way there.
      def standing?(term) = placing.include?(term) || gripping.include?(term)

      # The difference of two packed counts: { term class => more or fewer }, without the ones that are equal.
      def unpack(difference)
        biased = difference + @bias
        @units.to_h { |term, unit| [term.class, ((biased / unit) % (2 * self.class::MIDDLE)) - self.class::MIDDLE] }.reject { |_, count| count.zero? }
      end

      # All of a note that placing terms look at: notes of one kind share their tables.
      def kind(note) = [note.duration, note.index.zero?, note.trill]

      # The terms that cost something for a Place or Grip by itself, once for each note that they fire for.
      def placed(candidate, note)
        fired = candidate.parts.flat_map { |place| placing.select { _1.cost(place, note).positive? } }
        candidate.double? ? fired + gripping.select { _1.cost(candidate, note).positive? } : fired
      end

      def placing_cost(candidate, note)
        return placing.sum { _1.cost(candidate, note) } unless candidate.double?

        candidate.parts.sum { |place| placing.sum { _1.cost(place, note) } } + gripping.sum { _1.cost(candidate, note) }
      end
    end

    Terms::FIELD = 16 # bits
    Terms::MIDDLE = 1 << (Terms::FIELD - 1)
  end
end
