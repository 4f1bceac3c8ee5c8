# frozen_string_literal: true

module Fawnmoss
  module Listening
    # The bars in which a take went wrong, the worst first, with what to do: what really happened instead of what might.
    class HeardSpots
      # What can go wrong: how much it counts, and what to do about it. Common practice, no source, in our words.
      CAUSES = {
        'wrong note' => [3, 'Say the names of the notes aloud, then play them slowly, one bow each, three times right in a row.'],
        'left out' => [3, 'Point at every note while saying it; then play as slowly as it takes to play them all.'],
        'stop' => [3, 'Play from two notes before the stop to two notes after it, five times, then the whole bar.'],
        'played again' => [2, 'Start right there, slowly, and play on to the end of the phrase without going back.'],
        'note put in' => [2, 'Play the notes on each side of it alone, one after the other, and listen for what comes between.'],
        'flat' => [1, 'Stop on the note, listen, move the finger up until it is right, lift it and place it again from above.'],
        'sharp' => [1, 'Stop on the note, listen, move the finger down until it is right, lift it and place it again from above.'],
        'slid' => [0.5, 'Lift the finger and drop it in place, without the bow first.'],
        'out of time' => [0.5, 'Clap the bar while counting aloud, then play it on one note.']
      }.freeze
      MOST = 4 # spots
      LEAST = 1 # weight of a bar that is one
      LATE = 0.25 # beats off its pulse

      def self.of(heard) = new(heard).list

      def initialize(heard)
        @heard = heard
        @bars = Hash.new { |all, bar| all[bar] = Hash.new(0) }
      end

      # [{ bars:, causes:, drill: }, ...]
      def list
        @heard.notes.each { |note| causes(note).each { count(note.entry.note.bar, _1) } }
        @heard.stops.each { count(_1[:bar], 'stop') }
        @heard.repeated.each { count(bar(_1[:from]), 'played again') }
        @heard.added.each { count(bar(_1[:after]), 'note put in') }
        ranked.map { |bars, causes| { bars:, causes: causes.first(3), drill: CAUSES.fetch(causes.first).last } }
      end

      private

      def bar(index) = @heard.chart.entries[index].note.bar
      def count(bar, cause) = @bars[bar][cause] += CAUSES.fetch(cause).first

      def causes(note)
        [('wrong note' if note.wrong?), ('left out' if note.missing?), (note.verdict if note.out_of_tune?), ('slid' if note.start == 'slid'),
         ('out of time' if note.late && note.late.abs > LATE)].compact
      end

      # [[bars, causes], ...]: neighbours among the worst together, the heaviest cause first.
      def ranked
        worst = heaviest(@bars.select { |_, causes| weight(causes) >= LEAST }, MOST + 2)
        runs = worst.keys.sort.slice_when { |one, other| other != one + 1 }.flat_map { _1.each_slice(2).to_a }
        together = runs.to_h { |bars| [bars, worst.values_at(*bars).reduce { |one, other| one.merge(other) { |_, a, b| a + b } }] }
        heaviest(together, MOST).map { |bars, causes| [bars, causes.sort_by { |name, weight| [-weight, name] }.map(&:first)] }
      end

      def weight(causes) = causes.values.sum
      def heaviest(found, count) = found.sort_by { |bars, causes| [-weight(causes), Array(bars).first] }.first(count).to_h
    end
  end
end
