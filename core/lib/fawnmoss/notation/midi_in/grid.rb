# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MidiIn
      # Finds the written lengths in times that were played or set by a program: each beat is divided evenly or in three, whichever its notes are
      # nearer to; notes that are almost joined are joined; what begins together is a chord.
      class Grid
        EVEN = [0r, 1/4r, 1/2r, 3/4r, 1r].freeze # of a quarter
        THREE = [0r, 1/3r, 2/3r, 1r].freeze
        FINE = (0..8).map { Rational(_1, 8) }.freeze # where a program set thirty-seconds
        EXACT = 1/48r # of a quarter: nearer than this is no playing
        MOVED = 1/24r # of a quarter: a note that is moved further is named
        JOINED = 2/5r # of the time to the next note that may be silence and still be no rest, where it was played
        GAP = 1/8r # of a quarter: the silence that a program leaves between notes

        # A sound. at, length: quarters; keys: MIDI numbers; three: true where its beat is divided in three.
        Sound = Value.of(:at, :length, :keys, :three)

        # By name, as How has them.
        KINDS = { 'quarters' => [0r, 1r], 'eighths' => [0r, 1/2r, 1r], 'triplets' => THREE, 'sixteenths' => EVEN, 'thirty-seconds' => FINE }.freeze

        # notes: of Sequence::Line; kind: of KINDS for every beat, or nil for what each beat is nearest to.
        def initialize(notes, kind = nil)
          @fixed = kind && KINDS.fetch(kind)
          @notes = notes
          @by_beat = notes.group_by { |_, from, _| from.floor }
          @grids = {}
        end

        # Sound list in order, none over another.
        def sounds
          starts = @notes.group_by { |_, from, _| snapped(from) }.sort
          starts.each_with_index.map do |(at, notes), index|
            following = starts[index + 1]&.first
            ends = notes.map { |_, _, to| to }.max
            Sound.new(at:, length: length(at, ends, following), keys: notes.map(&:first).uniq.sort, three: three?(at))
          end
        end

        # A sentence about the lengths that were read.
        def words
          used = KINDS.select { |_, grid| @fixed ? grid.equal?(@fixed) : @grids.value?(grid) }.keys
          "Lengths were read in #{[used[0...-1].join(', '), used.last].reject(&:empty?).join(' and ')}."
        end

        # How many notes were moved by more than MOVED.
        def moved = @notes.count { |_, from, _| (snapped(from) - from).abs > MOVED }

        private

        # Set by a program: its notes begin on the grid.
        def exact?
          return @exact unless @exact.nil?

          @exact = @notes.count { |_, from, _| (snapped(from) - from).abs <= EXACT } * 10 >= @notes.size * 9
        end

        def snapped(time)
          beat = time.floor
          beat + grid(beat).min_by { (time - beat - _1).abs }
        end

        def three?(time) = grid(time.floor).equal?(THREE)

        # The division of a beat that its notes are nearest to; the coarser of equals.
        def grid(beat)
          return @fixed if @fixed

          @grids[beat] ||= begin
            places = @by_beat.fetch(beat, []).map { |_, from, _| from - beat }
            even, three, fine = [EVEN, THREE, FINE].map { |grid| places.sum { |place| grid.map { (place - _1).abs }.min } }
            if three < even && three <= fine then THREE
            else even <= (EXACT * places.size) || fine > even / 2 || fine > EXACT * places.size ? EVEN : FINE
            end
          end
        end

        # Up to the next note where the gap is small, else to the nearest place of the grid.
        def length(at, ends, following)
          following ||= ends.ceil unless exact? # the last note, played
          return following - at if following && following - ends <= (exact? ? GAP : (following - at) * JOINED)

          stop = [snapped(ends), at + (@fixed || (three?(at) ? THREE : EVEN))[1]].max
          following ? [stop, following].min - at : stop - at
        end
      end
    end
  end
end
