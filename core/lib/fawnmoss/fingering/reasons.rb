# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Says in plain sentences why a note is fingered as it is, and what another place would change.
    class Reasons
      NUMBERS = %w[no one two three four five six].freeze
      ORDINALS = %w[first second third fourth].freeze

      # From so many plain crossings more on (ours).
      HARDER = [[4, 'much harder'], [1.5, 'harder'], [0.35, 'a little harder'], [0, 'as easy']].freeze

      # extra: plain crossings by which another way is dearer, negative where a mark of the teacher's makes it so.
      #   Reasons.harder(0.5) # => "a little harder"
      def self.harder(extra) = HARDER.find { |from, _| extra >= from }&.last || 'easier'

      # pinned: Set of the indices of the sounds the teacher set.
      def initialize(instrument, solution, pinned)
        @instrument = instrument
        @solution = solution
        @pinned = pinned
        @names = {}.compare_by_identity # places are shared between notes
        @changes = {}.compare_by_identity # and so are counts of changes
      end

      # Sentences for sound `index`, the decisive one first.
      def for(index)
        place = @solution.places[index]
        [decisive(index, place), *fired(index)].compact.freeze
      end

      # "open A: one fourth finger fewer, two more string crossings"; for a far one its name alone.
      def change(alternative)
        return name(alternative.place) unless alternative.changes

        "#{name(alternative.place)}: #{changes(alternative)}"
      end

      # "D string, second finger", "open A"; two of them for a double stop.
      def name(place) = @names[place] ||= place.parts.map { name_one(_1) }.join(' with ').freeze

      private

      def name_one(place)
        string = @instrument.string_names[place.string]
        return "open #{string}" if place.open?

        where = place.hand.first? ? '' : " in #{place.hand.words}"
        "#{string} string, #{ORDINALS[place.finger - 1]} finger#{where}"
      end

      def decisive(index, place)
        return 'You set this place.' if @pinned.include?(index)

        best = @solution.alternatives(index).first
        return "The only place for it: #{name(place)}." unless best

        "#{capital(name(place))}. Next best: #{name(best.place)}, #{price(best)} (#{changes(best)})."
      end

      def price(other) = Reasons.harder(other.extra / 100.0)
      def capital(words) = "#{words[0].upcase}#{words[1..]}"

      def fired(index) = @solution.fired(index).map { |term, step| "#{capital(term.reason(step))}." }.uniq

      def changes(alternative)
        return 'the same moves at other moments' if alternative.changes.empty?

        @changes[alternative.changes] ||= alternative.changes.sort_by { |_, count| -count }.map { |term, count| counted(term, count) }.join(', ')
      end

      def counted(term, count)
        number = NUMBERS[count.abs] || count.abs.to_s
        noun = count.abs == 1 ? term.one : term.many
        count.positive? ? "#{number} more #{noun}" : "#{number} #{noun} fewer"
      end
    end
  end
end
