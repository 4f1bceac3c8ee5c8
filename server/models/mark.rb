# frozen_string_literal: true

module FawnmossServer
  module Models
    # One observation; only ever appended. A correction is a new mark that names the old one; one that is struck takes it back.
    class Mark < Sequel::Model(FawnmossServer.db[:marks])
      extend Pointing

      plugin :serialization, :json, :checks
      points_at :tune

      dataset_module do
        # Those that no later mark of the same rows corrects or takes back; those that are struck out stand in the place of what they took back.
        def uncorrected = exclude(id: unordered.exclude(corrects_id: nil).select(:corrects_id))

        # Marks that stand.
        def standing = uncorrected.where(struck: false)
      end

      # The core's value of a row that speaks of a skill.
      def self.value(row)
        Fawnmoss::Path::Mark.new(skill: row[:skill], value: row[:value], on: row[:made_on], note: row[:note], tempo: row[:tempo], source: row[:source],
                                 checks: row[:checks].is_a?(String) ? JSON.parse(row[:checks]) : [])
      end

      # Value of the mark that it took the place of, or nil.
      def was = corrects_id && self.class.where(id: corrects_id).get(:value)

      def to_value = self.class.value(values)
    end
  end
end
