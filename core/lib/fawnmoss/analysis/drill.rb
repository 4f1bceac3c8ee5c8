# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # What to do about one cause of trouble, as in core/data/drills.yml. steps: sentences in order; times: repetitions; go_on:
    # the sign to go on; skills: ids of skills that make it easier; weight: how much it counts.
    Drill = Value.of(:cause, :name, :weight, :steps, :times, :go_on, :skills) do
      # { cause => Drill }. Raises InvalidInput naming the entry where something is missing.
      def self.table(entries)
        entries.to_h { |data| [data['cause'], from_data(data)] }.freeze
      end

      def self.from_data(data)
        new(cause: data.fetch('cause'), name: data.fetch('name'), weight: data.fetch('weight'), steps: data.fetch('drill').freeze,
            times: data.fetch('times'), go_on: data.fetch('go_on'), skills: data.fetch('skills').freeze)
      rescue KeyError => e
        raise InvalidInput.new("drill #{data['cause'].inspect} has no #{e.key}", where: { field: 'drills.yml' }, remedy: 'Add it.')
      end
      private_class_method :from_data

      # The whole drill in one text, for a chart.
      def text = "#{steps.join(' ')} #{times} times. Go on when: #{go_on[0].downcase}#{go_on[1..]}"
    end
  end
end
