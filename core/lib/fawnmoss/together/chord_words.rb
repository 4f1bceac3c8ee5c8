# frozen_string_literal: true

module Fawnmoss
  module Together
    # Why a chord stands where it does, in a teacher's words.
    class ChordWords
      # segments: Harmony::Segment list; costs: ChordCosts; chosen: Chord list.
      def initialize(segments, costs, chosen)
        @segments = segments
        @costs = costs
        @chosen = chosen
      end

      # index: of the segment.
      #   "has F#4 and A4; leads home to D"
      def why(index)
        segment = @segments[index]
        return 'as printed' if segment.by == :printed

        [*('as you set it' if segment.by == :set), holds(index), passes(index), leads(index)].compact.join('; ')
      end

      private

      def names(midis) = midis.uniq.map { |midi| name(midi) }.uniq

      # As the chords spell it.
      def name(midi)
        @names ||= @chosen.uniq.flat_map { |chord| chord.classes.zip(chord.names) }.reverse.to_h
        @names[midi % 12] || Theory::ChordSymbol::USUAL[midi % 12]
      end

      def list(names) = [names[0..-2].join(', '), names.last].reject(&:empty?).join(' and ')

      def holds(index)
        chord = @chosen[index]
        found = names(@segments[index].heard.map(&:first).select { chord.has?(_1) })
        return 'the tune rests' if @segments[index].heard.empty?

        found.any? ? "has #{list(found)}" : 'has none of its notes, but leads on best'
      end

      def passes(index)
        found = names(@costs.clashes(index, @chosen[index]))
        "#{list(found)} #{found.size == 1 ? 'passes' : 'pass'} by" if found.any?
      end

      def leads(index)
        chord = @chosen[index]
        after = @chosen[index + 1]
        return 'home' if after.nil? && chord.tonic?

        "leads home to #{after}" if after&.tonic? && chord.dominant?
      end
    end
  end
end
