# frozen_string_literal: true

module Fawnmoss
  module Chart
    # One tune on one instrument in one version, all marks computed.
    Chart = Value.of(
      :tune,            # Score::Tune as charted, moved by request.transpose
      :request,         # Request
      :entries,         # list of Entry
      :hand_map,        # { string => words } in first position, in the key that the tune begins in
      :key_changes,     # [{ bar:, key:, hand_map:, hand_fingers: }] from where another key holds
      :hand_maps,       # the same for every other position used
      :hand_fingers,    # where the fingers of first position stand, by string
      :same_bars,       # groups of bars with the same notes
      :same_rhythm,     # groups of bars with the same rhythm
      :transposed_bars, # groups of bars that are the same a step or more apart
      :phrases,         # [{ from:, to:, notes: }], ends as "bar:beat" and as note ids
      :spots,           # Analysis::Spots::Spot list, the worst first
      :character,       # names of the troubles that half of the bars or more have
      :pattern_changes, # Analysis::Patterns::Change list
      :crossings,       # Analysis::Crossings::Count list
      :strokes,         # for every stroke the indices of its sounds' lowest notes
      :reading,         # Analysis::Reading::Facts
      :demand_bars,     # { skill id => [bars] }
      :warnings,        # sentences
      :cost,            # of the fingering, in plain crossings
      :bow_cost,        # of the bowing, in plain crossings
      :tempo,           # quarters a minute
      :shape            # Shape::Layer, nil for a chart of notes alone
    ) do
      # { skill ids that a note asks for => how many notes ask for just those }.
      def demand_notes = entries.map(&:demands).tally

      # Marks per written note id: { 'n1' => Entry }.
      def by_id = entries.to_h { [_1.note.id, _1] }

      # The tune with the hairpins of its shape: Score::Tune. marked: the tune with other marks already on it.
      def shaped(marked = tune) = shape ? shape.solved.on(marked) : marked

      # The tune with every mark written into it, as it would be printed: Score::Tune for the writers. strings: :all or :needed.
      def marked(strings: :all) = shaped(Marked.tune(self, strings:))

      # The JSON contract of docs/formats.md, as plain hashes, arrays, strings and numbers.
      def to_h = Contract.new(self).to_h
    end
  end
end
