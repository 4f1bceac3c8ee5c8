# frozen_string_literal: true

module Fawnmoss
  # Trills and grace notes: with which fingers, and when (guide page on bowing, Ornaments).
  module Ornaments
    # The places of grace notes: the cheapest way from the note before to the note they belong to, by the prices of the fingering, with the
    # hand where the main note has it wherever it reaches them.
    class Graces
      LENGTH = 1/8r # quarters: as the fingering sees them, quick

      # setting: Fingering::Setting; positions: names.
      def initialize(setting, positions)
        @setting = setting
        @terms = Fingering::Terms.for(setting)
        @tables = Fingering::Tables.new(setting, positions)
      end

      # pitches: of the grace notes; main: Score::Played with its place; before: the note before with its place, or nil.
      # Returns Place list, or nil where one of them is out of reach.
      def places(pitches, main, place, before = nil, before_place = nil)
        lists = pitches.each_with_index.map { |pitch, at| candidates(pitch, place, main.note.grace_fingers&.at(at)) }
        return if lists.any?(&:empty?)

        notes = [before, *pitches.map { small(main, _1) }, main].compact.each_with_index.map { |note, at| [note.copy(index: at, trill: nil)] }
        chain = [before && [before_place], *lists, [place]].compact
        solved = Fingering::Solver.new(notes, chain, Array.new(notes.size), @terms, @setting.tempo, @tables).solve.places
        solved[(before ? 1 : 0), pitches.size]
      end

      private

      # A printed finger holds where it can be played.
      def candidates(pitch, place, finger)
        all = @tables.candidates.for(pitch)
        printed = all.select { _1.finger == finger }
        all = printed if printed.any?
        near = all.select { _1.hand.same_spot?(place.hand) }
        near.empty? ? all : near
      end

      def small(main, pitch) = main.copy(note: main.note.copy(pitch:), duration: LENGTH, slur: main.slur || -1, rest_before: 0r)
    end
  end
end
