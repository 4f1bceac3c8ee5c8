# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # Puts what is sung under the notes of a voice, line by line, verse by verse.
      class Verses
        # events: those of the voice, to which more are added as they are read.
        def initialize(events)
          @events = events
        end

        # A new line of music, by its number in the file: words under it begin here.
        def begin_line(number)
          return if @line == number

          @line = number
          @from = @events.size
          @verse = 0
        end

        # What is sung to the line of music before, a verse each time. False where there is none.
        def sing(text)
          return false unless @from

          places, bars = notes
          Lyrics.under(text, bars).each { |note, syllable| put(places[note], syllable) if places[note] } if @verse < Score::Syllable::VERSES
          @verse += 1
          true
        end

        private

        # [places of the notes of the last line in the events, which of its bars each stands in].
        def notes
          bar = 0
          found = (@from...@events.size).filter_map do |at|
            event = @events[at]
            bar += 1 if event.is_a?(Events::Line)
            [at, bar] if event.is_a?(Events::Sound) && !event.rest?
          end
          first = found.dig(0, 1)
          [found.map(&:first), found.map { _1.last - first }]
        end

        def put(place, syllable) = @events[place] = @events[place].sung(@verse, syllable)
      end
    end
  end
end
