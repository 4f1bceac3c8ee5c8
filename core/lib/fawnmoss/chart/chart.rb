# frozen_string_literal: true

module Fawnmoss
  module Chart
    # One tune on one instrument in one version, all marks computed: a frozen value. tune: Score::Tune as charted (moved
    # by request.transpose); entries: list of Entry; hand_map: { string => words } in first position, hand_maps: the same for
    # every other position used; demand_bars: { skill id => [bars] }; phrases: [{ from:, to:, notes: }], ends as "bar:beat" and as note ids; spots:
    # Analysis::Spots::Spot, the worst first; pattern_changes: Analysis::Patterns::Change; crossings:
    # Analysis::Crossings::Count; reading: Analysis::Reading::Facts; strokes: for every stroke the indices of its
    # sounds' lowest notes; tempo: quarters a minute; cost, bow_cost: of fingering and bowing, in plain crossings.
    Chart = Value.of(:tune, :request, :entries, :hand_map, :hand_maps, :hand_fingers, :same_bars, :same_rhythm, :transposed_bars, :phrases, :spots,
                     :pattern_changes, :crossings, :strokes, :reading, :demand_bars, :warnings, :cost, :bow_cost, :tempo) do
      # { skill ids that a note asks for => how many notes ask for just those }.
      def demand_notes = entries.map(&:demands).tally

      # Marks per written note id: { 'n1' => Entry }.
      def by_id = entries.to_h { [_1.note.id, _1] }

      # The tune with every mark written into it, as it would be printed: Score::Tune for the writers. strings: :all or :needed.
      def marked(strings: :all) = Marked.tune(self, strings:)

      # The JSON contract of docs/formats.md, as plain hashes, arrays, strings and numbers.
      def to_h = Contract.new(self).to_h
    end
  end
end
