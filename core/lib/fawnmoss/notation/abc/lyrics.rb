# frozen_string_literal: true

module Fawnmoss
  module Notation
    module Abc
      # A line of words under a line of music (ABC 2.1, section 5.1): "Row- ing_ home~to * you |".
      class Lyrics
        # text: what stands behind "w:". bars: for every note of the line above, in order, which of its bars it stands in, 0 the first.
        # Returns { number of a note => Score::Syllable }.
        def self.under(text, bars) = new(text, bars).syllables

        def initialize(text, bars)
          @scan = StringScanner.new(text)
          @bars = bars
          @note = 0
          @bar = 0
          @found = {}
        end

        def syllables
          take until @scan.skip(/\s*/) && @scan.eos?
          @found
        end

        private

        # A hyphen by itself and an underline hold what is sung for another note, a star leaves a note out, a bar line goes on to the next bar.
        def take
          if @scan.skip(/\|/) then next_bar
          elsif @scan.skip(/[*_-]/) then @note += 1
          else
            text = @scan.scan(/(?:\\[-%]|[^\s|*_-])+/).gsub(/\\([-%])/, '\1').tr('~', ' ').strip
            put(text, @scan.skip(/-/) ? true : false)
          end
        end

        def next_bar
          @bar += 1
          @note += 1 while @note < @bars.size && @bars[@note] < @bar
        end

        def put(text, goes_on)
          Score::Syllable.of(text, goes_on)&.then { @found[@note] = _1 }
          @note += 1
        end
      end
    end
  end
end
