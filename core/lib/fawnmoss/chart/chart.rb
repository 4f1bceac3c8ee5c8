# frozen_string_literal: true

module Fawnmoss
  module Chart
    # One tune on one instrument in one version, all marks computed: a frozen value. tune: Score::Tune as charted (moved
    # by request.transpose); entries: list of Entry; hand_map: { string => words }; demand_bars: { skill id => [bars] }.
    Chart = Value.of(:tune, :request, :entries, :hand_map, :hand_fingers, :same_bars, :same_rhythm, :demand_bars, :warnings, :cost) do
      # Marks per written note id, for the MusicXML writer: { 'n1' => Entry }.
      def by_id = entries.to_h { [_1.note.id, _1] }

      # The JSON contract of docs/formats.md, as plain hashes, arrays, strings and numbers.
      def to_h = Contract.new(self).to_h
    end
  end
end
