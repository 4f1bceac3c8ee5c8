# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What is not the same in two charts of one tune, in words for a card: "bars 5 and 9: fingering".
    module Difference
      KINDS = { fingering: %w[string finger position], bowing: %w[direction join] }.freeze

      # before, now: charts as plain data (Chart#to_h with text keys, as a card keeps it). Returns sentences, [] when all is the same.
      def self.words(before, now)
        [*head(before, now), *notes(before, now), *tempo(before, now)]
      end

      def self.head(before, now)
        keys = [before, now].map { _1.dig('tune', 'key') }
        keys.uniq.size > 1 ? ["now in #{keys.last}"] : []
      end

      def self.tempo(before, now)
        before['tempo'] == now['tempo'] ? [] : ["tempo #{now['tempo']} instead of #{before['tempo']}"]
      end

      def self.notes(before, now)
        old = before['notes'].to_h { [_1['id'], _1] }
        found = KINDS.map { |kind, fields| [kind, now['notes'].select { |note| old[note['id']] && fields.any? { note[_1] != old[note['id']][_1] } }] }
        written = now['notes'].reject { |note| old[note['id']]&.values_at('written', 'duration') == note.values_at('written', 'duration') }
        [[:notes, written], *found].filter_map { |kind, list| "#{bars(list.map { _1['bar'] }.uniq)}: #{kind}" if list.any? }
      end

      # Printed numbers in words, the first six of them.
      #   Difference.bars([0, 2, 5]) # => "bars pick-up, 2 and 5"
      def self.bars(list)
        names = list.map { _1.zero? ? 'pick-up' : _1.to_s }
        return "bar #{names.first}" if names.size == 1

        shown = names.first(6)
        names.size > 6 ? "bars #{shown.join(', ')} and #{names.size - 6} more" : "bars #{shown[0..-2].join(', ')} and #{shown.last}"
      end
      private_class_method :head, :tempo, :notes
    end
  end
end
