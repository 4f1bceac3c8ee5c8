# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Where the hand moves, and how: which finger leads, and whether the bow changes before or after the slide.
    class Shifts
      # from, to: position names; lead: 'old' (arrive on the finger that played, then place the new one), 'new' (slide on the
      # one that will play) or 'frame' (place finger 1 of the new hand silently, then the note); slide: 'old bow', 'new bow',
      # 'same bow' (inside a slur) or nil when the hand moves while a string is open or in a rest; words: for the chart.
      Shift = Value.of(:from, :to, :lead, :slide, :words)

      # lead, slide: the teacher's usual way.
      def initialize(lead:, slide:)
        @lead = lead
        @slide = slide
      end

      # The Shift on the way from one place to the next, or nil. note: the Score::Played arrived at; slurred: in one bow.
      def between(from, to, note, slurred:)
        return if from.hand.same_spot?(to.hand) || (from.open? && to.open?)

        free = from.open? || to.open? || note.rest_before.positive?
        slide = slurred ? 'same bow' : "#{@slide} bow" unless free
        lead = lead(from, to)
        Shift.new(from: from.hand.name, to: to.hand.name, lead:, slide:, words: words(from, to, lead, slide, note))
      end

      private

      def lead(from, to)
        return 'frame' if from.open? || to.open?

        @lead
      end

      def words(from, to, lead, slide, note)
        there = "to #{to.hand.words}"
        return "During the open string move the hand #{there}." if from.open?
        return "Let the open string sound and move the hand #{there}." if to.open?
        return "In the rest move the hand #{there} and set finger #{to.finger}." if note.rest_before.positive?

        "Shift #{there}: #{way(from, to, lead)}#{bow(slide)}."
      end

      def way(from, to, lead)
        return "finger #{to.finger} slides to its new place" if from.finger == to.finger

        case lead
        when 'old' then "slide on finger #{from.finger}, then place finger #{to.finger}"
        when 'new' then "slide on finger #{to.finger}, the one that will play"
        else "set finger 1 of the new hand silently, then finger #{to.finger}"
        end
      end

      def bow(slide) = { 'old bow' => ', on the old bow', 'new bow' => ', on the new bow', 'same bow' => ', inside the bow' }.fetch(slide, '')
    end
  end
end
