# frozen_string_literal: true

module Fawnmoss
  module Listening
    # The bars in which a take went wrong, the worst first, with what to do: what really happened instead of what might. How much a cause counts and
    # its drill stand in core/data/drills.yml.
    class HeardSpots
      MOST = 4 # spots
      LEAST = 1 # weight of a bar that is one
      LATE = 0.25 # beats off its pulse

      # heard: Heard.
      def self.of(heard) = new(heard).list

      # { bar => { cause => how often } }.
      def self.causes(heard) = new(heard).causes

      def initialize(heard)
        @heard = heard
        @drills = heard.drills
      end

      # [{ bars:, causes:, drill: }, ...]
      def list
        ranked.map { |bars, causes| { bars:, causes: causes.first(3), drill: @drills.fetch(causes.first).text } }
      end

      # Weight of the heaviest spot, 0 without one.
      def heaviest_weight = ranked_weights.values.max || 0

      def causes
        @causes ||= Hash.new { |all, bar| all[bar] = Hash.new(0) }.tap do |found|
          told { |bar, cause| found[bar][cause] += 1 }
          found.default = nil
        end
      end

      private

      # Yields bar and cause of all that went wrong.
      def told(&)
        @heard.notes.each { |note| of_note(note).each { yield note.entry.note.bar, _1 } }
        @heard.stops.each { yield _1[:bar], 'stop' }
        @heard.repeated.each { yield bar(_1[:from]), 'played again' }
        @heard.added.each { yield bar(_1[:after]), 'note put in' }
      end

      def bar(index) = @heard.chart.entries[index].note.bar

      def of_note(note)
        [('wrong note' if note.wrong?), ('left out' if note.missing?), (note.verdict if note.out_of_tune?), ('slid' if note.start == 'slid'),
         ('out of time' if note.late && note.late.abs > LATE)].compact
      end

      # [[bars, causes], ...], the heaviest cause first.
      def ranked
        heaviest(together, MOST).map { |run, found| [run, found.sort_by { |name, weight| [-weight, name] }.map(&:first)] }
      end

      def ranked_weights = together.transform_values { weight(_1) }

      # { bars => { cause => weight } }: neighbours among the worst together.
      def together
        worst = heaviest(weighed.select { |_, found| weight(found) >= LEAST }, MOST + 2)
        runs = worst.keys.sort.slice_when { |one, other| other != one + 1 }.flat_map { _1.each_slice(2).to_a }
        runs.to_h { |run| [run, worst.values_at(*run).reduce { |one, other| one.merge(other) { |_, a, b| a + b } }] }
      end

      # { bar => { cause => its weight } }
      def weighed = causes.transform_values { |found| found.to_h { |cause, count| [cause, count * @drills.fetch(cause).weight] } }

      def weight(causes) = causes.values.sum
      def heaviest(found, count) = found.sort_by { |bars, causes| [-weight(causes), Array(bars).first] }.first(count).to_h
    end
  end
end
