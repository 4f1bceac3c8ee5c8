# frozen_string_literal: true

module Fawnmoss
  module Path
    # A pupil who does not come for a while, or not any more. id; pupil: id; kind: 'paused' or 'left'; from: Date of the first day away; back: Date of
    # the first day here again, nil while that is open; note: text.
    Absence = Value.of(:id, :pupil, :kind, :from, :back, :note) do
      # The one that covers a day, else the next one to come, else nil.
      #   Absence.about(absences, today)&.covers?(today) # => true
      def self.about(absences, day) = absences.find { _1.covers?(day) } || absences.select { _1.from > day }.min_by(&:from)

      # True when one of them covers a day.
      def self.away?(absences, day) = absences.any? { _1.covers?(day) }

      # The day of the last return up to a day, or nil.
      def self.returned(absences, day) = absences.filter_map(&:back).select { _1 <= day }.max

      def covers?(day) = from <= day && (back.nil? || day < back)

      # "paused since 3 March, back on 1 May", "left on 3 March", "pauses from 3 March".
      def words(today)
        begun = from <= today
        start = if kind == 'left'
                  "#{begun ? 'left' : 'leaves'} on #{day(from)}"
                else
                  "#{begun ? 'paused since' : 'pauses from'} #{day(from)}"
                end
        [start, ("back on #{day(back)}" if back)].compact.join(', ')
      end

      private

      def day(date) = date.strftime('%-d %B')
    end
  end
end
