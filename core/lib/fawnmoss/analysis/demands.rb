# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # What a chart asks of a pupil: skill ids for every note, and the bars where each is asked for.
    class Demands
      JOINS = { slur: 'bow.slur', stop: 'bow.same-way', hook: 'bow.hook', lift: 'bow.lift', recovery: 'bow.recovery' }.freeze
      SIGNS = { trill: 'ornament.trill', staccato: 'bow.staccato', accent: 'bow.accent', off_string: 'bow.off-string' }.freeze

      # Skill ids of the left hand on one place, [] on an open string.
      def self.left_hand(instrument, place)
        return [] if place.open?

        position = place.hand.name == 'half' ? 'position.half' : 'position.next'
        [*instrument.hand.skills(place), *(position unless place.hand.first?), *('left.stretch' if place.placement == :extended)]
      end

      # sounds: lists of Score::Played that sound together; places: Place or Grip per sound; joins: per sound (:start, :change,
      # :slur, :hook, :stop, :lift, :recovery); shape: { skill id => [sounds] } that playing it as
      # music asks for.
      def initialize(instrument, sounds, places, joins, shape: nil)
        @instrument = instrument
        @sounds = sounds
        @places = places
        @joins = joins
        @left_hand = {}
        @shape = shape.to_h.transform_values(&:to_set)
      end

      # Array of arrays of skill ids, one per note, in path order within a note.
      def per_note
        @per_note ||= @sounds.each_index.flat_map do |at|
          shared = [*crossing(at), *bow(at), ('left.double-stop' if @places[at].double?), *shape(at)].compact
          @sounds[at].each_with_index.map { |note, part| ['sound.open', *rhythm(note), *left_hand(@places[at].parts[part]), *shared].uniq.freeze }
        end
      end

      # Score::Played list that per_note is of.
      def notes = @notes ||= @sounds.flatten

      # { skill id => [bar numbers] } in order of first appearance.
      def bars
        per_note.each_with_index.with_object({}) do |(ids, index), found|
          ids.each { |id| (found[id] ||= []) << notes[index].bar }
        end.transform_values(&:uniq)
      end

      private

      def rhythm(note)
        written = note.note
        ids = [written.duration < 1 ? 'rhythm.eighths' : 'rhythm.plain', *length(note)]
        compound = note.meter.compound?
        ids << 'rhythm.dotted' if written.dots.positive? && written.duration != 3 && !compound
        ids << 'rhythm.six-eight' if compound
        ids << 'rhythm.pick-up' if note.bar.zero?
        [*ids, *SIGNS.filter_map { |sign, skill| skill if written.marks.include?(sign) }, *('ornament.grace' if written.graces)]
      end

      def length(note)
        written = note.note
        return ['rhythm.triplet'] if written.tuplet
        return ['rhythm.sixteenths'] if written.duration < 1/2r

        written.duration >= 3 && !note.meter.compound? ? ['rhythm.long'] : []
      end

      # How a note is joined to the one before; in a slur also whether it is the third or a later one, or on another string.
      def bow(at)
        join = @joins[at]
        return [*JOINS[join]] unless join == :slur

        [JOINS[join], ('bow.slur-three' if @joins[at - 1] == :slur), ('bow.slur-across' unless @places[at - 1].apart(@places[at]).zero?)].compact
      end

      def left_hand(place)
        @left_hand[[place.finger, place.placement, place.hand.name]] ||= self.class.left_hand(@instrument, place)
      end

      def shape(at) = @shape.filter_map { |id, sounds| id if sounds.include?(at) }

      def crossing(at)
        return [] if at.zero?

        apart = @places[at - 1].apart(@places[at])
        [[], ['crossing.next']].fetch(apart, ['crossing.next', 'crossing.skip'])
      end
    end
  end
end
