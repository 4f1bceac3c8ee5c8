# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MidiIn
      # One line of a MIDI file as a page would have it.
      class Page
        COMMON = Theory::Meter.parse('4/4')
        LONGEST = 10_000 # quarters from the start to the end

        # sequence: Sequence; line: one of its lines; how: How.
        def initialize(sequence, line, how = How::GUESSED)
          @sequence = sequence
          @line = line
          refuse if line.notes.map(&:last).max > LONGEST
          @grid = Grid.new(line.notes, how.grid)
          @guessed = sequence.keys.empty? && how.key.nil? ? Keys.guess(line.notes.map(&:first)) : nil
          @assumed = sequence.meters.empty? && how.meter.nil? ? COMMON : nil
          @keys = holding(how.key, @guessed, sequence.keys)
          @meters = holding(how.meter, @assumed, sequence.meters)
          @tempi = sequence.tempi.map { |at, rate| [at, rate.clamp(Score::Tune::TEMPI)] }
        end

        # Returns Score::Tune.
        def tune
          events = Barring.events(@grid.sounds.map { timed(_1) }, meter: @meters, key: @keys, tempo: @tempi)
          Assembler.tune(events, key: @keys.first.last, meter: @meters.first.last, title:, tempo: @tempi.first&.last, notices:)
        end

        private

        # What holds from the start, then where it changes. asked: of How, throughout; guessed: where the file says nothing.
        def holding(asked, guessed, changes) = asked ? [[0r, asked]] : [[0r, guessed || changes.first.last], *changes]

        def title = @sequence.title.empty? ? @line.name : @sequence.title

        def refuse = raise(InvalidTune.new("the piece is over #{LONGEST} quarters long", remedy: 'Export some of its bars.'))

        def timed(sound)
          key = @keys.reverse_each.find { |at, _| at <= sound.at }.last
          Barring::Timed.new(at: sound.at, length: sound.length, pitches: sound.keys.map { Keys.spell(_1, key) }.freeze, three: sound.three)
        end

        # What was guessed, moved and left out.
        def notices
          [*@sequence.notices, ("The file names no key; by its notes it is #{@guessed.name}." if @guessed),
           ('The file names no meter; 4/4 is taken.' if @assumed), @grid.words, moved, Notation.left_out((@sequence.lines - [@line]).map(&:name))].compact
        end

        def moved
          count = @grid.moved
          return if count.zero?

          "#{count} #{count == 1 ? 'note was' : 'notes were'} moved by more than a twenty-fourth of a quarter to fit the grid."
        end
      end
    end
  end
end
