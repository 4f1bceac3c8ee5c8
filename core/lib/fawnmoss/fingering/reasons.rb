# frozen_string_literal: true

module Fawnmoss
  module Fingering
    # Says in plain sentences why a note is fingered as it is, and what another place would change.
    class Reasons
      NUMBERS = %w[no one two three four five six].freeze

      def initialize(instrument, solution, pinned)
        @instrument = instrument
        @solution = solution
        @pinned = pinned
      end

      # Sentences for note `index`, the decisive one first.
      def for(index)
        place = @solution.places[index]
        [decisive(index, place), *fired(index)].compact.freeze
      end

      # "open A: one fourth finger fewer, two more string crossings"
      def change(alternative) = "#{name(alternative.place)}: #{changes(alternative)}"

      # "D string, second finger", "open A"
      def name(place)
        string = @instrument.string_names[place.string]
        return "open #{string}" if place.open?

        ordinal = %w[first second third fourth][place.finger - 1]
        where = place.hand.first? ? '' : " in #{place.hand.words}"
        "#{string} string, #{ordinal} finger#{where}"
      end

      private

      def decisive(index, place)
        return 'You set this place.' if @pinned.include?(index)

        best = @solution.alternatives(index).first
        return "The only place for it: #{name(place)}." unless best

        "#{capital(name(place))}. Next best: #{name(best.place)}, #{price(best)} (#{changes(best)})."
      end

      def price(other) = other.extra.negative? ? "#{decimal(-other.extra)} cheaper" : "#{decimal(other.extra)} dearer"
      def decimal(hundredths) = format('%.1f', hundredths / 100.0)
      def capital(words) = words.sub(/\A./, &:upcase)

      def fired(index)
        places = @solution.places
        @solution.fired(index).map { |term, _| "#{capital(sentence(term, index, places))}." }
      end

      def sentence(term, index, places)
        case term.method(:reason).arity
        when 2 then term.reason(places[index], nil)
        when 3 then term.reason(places[index - 1], places[index], nil)
        else term.reason(nil, places[index - 1], places[index], nil)
        end
      end

      def changes(alternative)
        return 'the same moves at other moments' if alternative.changes.empty?

        alternative.changes.sort_by { |_, count| -count }.map { |term, count| counted(term, count) }.join(', ')
      end

      def counted(term, count)
        number = NUMBERS[count.abs] || count.abs.to_s
        noun = count.abs == 1 ? term.one : term.many
        count.positive? ? "#{number} more #{noun}" : "#{number} #{noun} fewer"
      end
    end
  end
end
