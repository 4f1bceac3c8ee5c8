# frozen_string_literal: true

module Fawnmoss
  module Path
    # Weekly lessons with their exceptions: which lessons there are between two days, and which of them clash.
    class Calendar
      # A weekly lesson. pupil: id; name; weekday: 1 Monday .. 7, nil for a pupil without one; time: 'HH:MM' or nil; minutes; from, to: Dates of the
      # first and the last day that it can be on, nil where it is open.
      Slot = Value.of(:id, :pupil, :name, :weekday, :time, :minutes, :from, :to)
      # What differs. kind: 'cancelled', 'moved' or 'extra'; on: Date of the weekly lesson it is about, nil for an extra one; to: Date,
      # time and minutes where it takes place instead, nil when cancelled; owed: true when a cancelled lesson is to be made up.
      Change = Value.of(:id, :pupil, :kind, :on, :to, :time, :minutes, :note, :owed)
      Holiday = Value.of(:id, :from, :to, :name)
      # One lesson on one day. status: 'weekly', 'moved', 'extra', 'cancelled', 'holiday'; was: Date it was moved from; note: words;
      # change: id of the Change or nil.
      Occurrence = Value.of(:pupil, :name, :date, :time, :minutes, :status, :was, :note, :change, :owed) do
        # Takes place.
        def held? = %w[weekly moved extra].include?(status)

        # Minutes after midnight: [begin, end], nil without a time.
        def span
          hours, minutes = time&.split(':')&.map(&:to_i)
          hours && [(hours * 60) + minutes, (hours * 60) + minutes + self.minutes]
        end
      end

      # Slots and changes of all pupils, one slot at least for each; absences: Absence list.
      def initialize(slots, changes, holidays, absences = [])
        @slots = slots
        @by_pupil = slots.sort_by { _1.from || Date.new(0) }.to_h { [_1.pupil, _1] } # the latest
        @absences = absences.group_by(&:pupil)
        @changes = changes
        @about = changes.select(&:on).to_h { [[_1.pupil, _1.on], _1] }
        @holidays = holidays
      end

      # Occurrence list of the days from..to, in order of time; those that do not take place are in it, with their status.
      def between(from, to)
        weekly = @slots.select(&:weekday).flat_map { |slot| dates(slot, from, to).map { |date| weekly(slot, date) } }
        (weekly + elsewhere(from, to)).sort_by { [_1.date, _1.time || '99:99', _1.name] }
      end

      # The pupil's next lesson on or after a day, within a year: Occurrence or nil.
      def next_for(pupil, from)
        slots, changes = [@slots, @changes].map { |list| list.select { _1.pupil == pupil } }
        self.class.new(slots, changes, @holidays, @absences.fetch(pupil, [])).between(from, from + 370).find(&:held?)
      end

      # The days from..to that a slot would have, those of an absence left out, whatever else is on them.
      def dates(slot, from, to)
        first = [from, slot.from].compact.max
        first += (slot.weekday - first.cwday) % 7
        away = @absences.fetch(slot.pupil, [])
        first.step([to, slot.to].compact.min, 7).reject { Absence.away?(away, _1) }
      end

      # Pairs of lessons that overlap. occurrences: as from between.
      def self.clashes(occurrences)
        occurrences.select { _1.held? && _1.span }.group_by(&:date).values.flat_map do |day|
          day.combination(2).select { |a, b| a.span[0] < b.span[1] && b.span[0] < a.span[1] }
        end
      end

      private

      def weekly(slot, date)
        change = @about[[slot.pupil, date]]
        holiday = @holidays.find { (_1.from.._1.to).cover?(date) }
        return occurrence(slot, date, 'holiday', note: holiday.name) if holiday && change.nil?

        # A lesson that was moved stands at its new day; at the old one it is only a mark.
        occurrence(slot, date, { 'cancelled' => 'cancelled', 'moved' => 'cancelled' }.fetch(change&.kind, 'weekly'),
                   note: change ? note(change) : '', change: change&.id, owed: change&.owed || false)
      end

      def note(change) = change.kind == 'moved' ? ["moved to #{change.to.strftime('%-d %B')}", change.note].reject(&:empty?).join(': ') : change.note

      def occurrence(slot, date, status, note: '', change: nil, owed: false)
        Occurrence.new(pupil: slot.pupil, name: slot.name, date:, time: slot.time, minutes: slot.minutes, status:, note:, change:, owed:)
      end

      # Moved and extra lessons take place, holiday or not: somebody has agreed on them.
      def elsewhere(from, to)
        @changes.select { _1.to && (from..to).cover?(_1.to) }.map do |change|
          slot = @by_pupil[change.pupil]
          occurrence(slot, change.to, change.kind, note: change.note, change: change.id)
            .copy(time: change.time || slot.time, minutes: change.minutes || slot.minutes, was: change.on)
        end
      end
    end
  end
end
