# frozen_string_literal: true

module Fawnmoss
  module Listening
    module StandIn
      # What the stand-in pupil does with a chart: when each note begins and ends, how high it is, and what goes wrong. Times are seconds from the
      # start of the take.
      class Playing
        # start, finish: seconds; cents: 100 a semitone, A4 at 440 Hz is 6900; slide: [cents, seconds] by which it begins beside its pitch and how long it takes
        # to arrive, or nil; loudness: dB over the usual; number: of its note in the chart, nil for one that is not written.
        Event = Value.of(:start, :finish, :cents, :slide, :loudness, :number)

        LEAD = 0.5 # seconds of silence before the first note
        LET_GO = 0.02 # seconds between two strokes
        SLIDE = 0.13 # seconds that a slid finger takes

        # places: Written::Place list; entries: Chart::Entry list; faults: Faults; instrument: Instrument::Instrument. Returns Event list.
        def self.of(places, entries, faults, instrument) = new(places, entries, faults, instrument).events

        def initialize(places, entries, faults, instrument)
          @places = places
          @entries = entries
          @faults = faults
          @instrument = instrument
          @last = places.last.at + places.last.length
        end

        def events
          @now = LEAD
          @done = []
          @places.each_index { |at| play(at) }
          @done.sort_by { [_1.start, _1.cents] }
        end

        private

        def about(kind, at) = @places[at].pass == 1 ? @faults.of(kind).select { |fault| @places[at].entries.include?(fault[:note]) } : []

        def play(at)
          about('stop', at).each { @now += _1[:seconds] }
          sound(at)
          about('added', at).each { added(_1) }
          about('again', at).each { again(_1, at) }
        end

        # Back to an earlier note, and on from there to this one.
        def again(fault, at)
          from = at.downto(0).find { @places[_1].entries.include?(fault[:from]) } or return
          @now += fault[:seconds]
          (from..at).each { sound(_1) }
        end

        def added(fault)
          length = fault[:beats] * seconds(0r)
          midi = @instrument.sounding(Theory::Pitch.parse(fault[:pitch])).midi
          @done << Event.new(start: @now, finish: @now + length - LET_GO, cents: 100.0 * midi, loudness: 0.0)
          @now += length
        end

        # Seconds of a quarter at a place of the tune; the tempo changes evenly from start to end.
        def seconds(at) = 60.0 / (@faults.tempo * (1 + (@faults.drift / 100.0 * ((at / @last).to_f - 0.5))))

        def sound(at)
          place = @places[at]
          upto = @places[at + 1]&.at || @last
          length = (upto - place.at) * seconds(place.at) * (1 + (@faults.uneven / 100.0 * @faults.swing))
          left_out = about('missing', at)
          if left_out.empty? then @done.concat(place.entries.each_index.map { note(place, _1, length, at) })
          elsif left_out.none? { _1[:silent] } then length = 0
          end
          @now += length
        end

        def note(place, number, length, at)
          entry = @entries[place.entries[number]]
          slide = about('slid', at).first
          Event.new(start: @now, finish: @now + length - LET_GO, cents: cents(entry, place.pitches[number], at), slide: slide && [slide[:cents], SLIDE],
                    loudness: about('loudness', at).sum { _1[:db] }.to_f, number: place.entries[number])
        end

        def cents(entry, midi, at)
          wrong = about('wrong', at).first
          own = about('off', at).sum { _1[:cents] } + @faults.on(entry, string: @instrument.string_names[entry.place.string])
          (100.0 * (midi + (wrong ? wrong[:semitones] : 0))) + own + @faults.tuning + entry.targets.fetch(@faults.temperament)
        end
      end
    end
  end
end
