# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What is told of every written note of a take: NoteHeard list.
    class NotesHeard
      WRONG = 60 # cents off its aim that make another note
      RINGS = 8 # cents within which an open string answers
      CLOSE = 2 # notes at either end whose absence is a note left out, and no shorter take
      UNKNOWN = { onset: nil, late: nil, cents: nil, spread: nil, midi: nil, start: nil, loudness: nil, clarity: nil, rings: nil }.freeze

      attr_reader :tuning

      # take: Judging::Take.
      def initialize(take)
        @take = take
        @places = take.places
        @visits = take.meant.visits
        @tuning = OwnTuning.of(@visits.each_index.filter_map { |number| off(number) })
      end

      # In the order of playing; of a note that was played again, the last time.
      def list
        last = @visits.each_index.group_by { @visits[_1].place }.map { |_, numbers| numbers.last }
        (last.flat_map { notes(_1) } + missing).sort_by { [_1.place, _1.index] }
      end

      private

      # [cents off its aim, whether on an open string] of a clear right note.
      def off(number)
        pitch = pitch(number)
        entry, aim = aimed(number)
        [pitch.cents - aim, entry.place.open?] if pitch.cents && @visits[number].from != :under && (pitch.cents - aim).abs < Meant::NEAR
      end

      # Settled::Pitch of a visit, its octave put right.
      def pitch(number)
        (@pitches ||= {})[number] ||= begin
          visit = @visits[number]
          tone = Meant.main(visit, @take.tones)
          settled = Settled.of(@take.frames, tone.frames, from: @take.tones[visit.tones.first].frames.begin)
          settled.cents ? settled.copy(cents: settled.cents - (100 * @take.meant.octave)) : settled
        end
      end

      # [Chart::Entry, cents of its aim]: of a chord the note that was heard.
      def aimed(number)
        place = @places[@visits[number].place]
        heard = pitch(number).cents
        at = heard ? place.nearest(heard - @take.meant.shift) : place.pitches.size - 1
        entry = @take.chart.entries[place.entries[at]]
        [entry, (100 * place.pitches[at]) + entry.targets.fetch(@take.asked.temperament) + @take.asked.shift]
      end

      def notes(number)
        place = @places[@visits[number].place]
        heard, = aimed(number)
        place.entries.map { |index| @take.chart.entries[index].equal?(heard) ? note(number, index) : beside(number, index) }
      end

      def note(number, index)
        visit = @visits[number]
        pitch = pitch(number)
        entry, aim = aimed(number)
        cents = pitch.cents && (pitch.cents - aim - @tuning)
        sure = !cents.nil? && pitch.clarity >= Tones::CLEAR && visit.from != :under && pitch.spread < WRONG
        start = { true => 'slid', false => 'placed' }[pitch.slid]
        NoteHeard.new(**where(visit, index), **pitch.to_h.slice(:spread, :loudness, :clarity), late: @take.tempo.late(number), cents:, start:,
                      midi: midi(pitch), verdict: verdict(cents, sure), sure:, rings: rings(entry, cents, sure))
      end

      def where(visit, index) = { place: visit.place, pass: @places[visit.place].pass, index:, entry: @take.chart.entries[index], onset: visit.begun }
      def midi(pitch) = pitch.cents && ((pitch.cents - @tuning - @take.asked.shift) / 100).round

      # Of two notes that sound together one is told.
      def beside(number, index) = NoteHeard.new(**UNKNOWN, **where(@visits[number], index), verdict: 'unsure', sure: false)

      def verdict(cents, sure)
        if !sure then 'unsure'
        elsif cents.abs > WRONG then 'wrong note'
        elsif cents < -@take.asked.limit then 'flat'
        elsif cents > @take.asked.limit then 'sharp'
        else 'in tune'
        end
      end

      def rings(entry, cents, sure) = entry.ring == 'strong' && sure && !entry.place.open? ? cents.abs <= RINGS : nil

      # Notes that were left out: between those that were played, and few enough at either end.
      def missing
        places = @visits.map(&:place)
        first, last = places.minmax
        first = 0 if first <= CLOSE
        last = @places.size - 1 if @places.size - 1 - last <= CLOSE
        ((first..last).to_a - places - folded(places)).flat_map { |place| @places[place].entries.map { |index| left_out(place, index) } }
      end

      def left_out(place, index)
        NoteHeard.new(**UNKNOWN, place:, pass: @places[place].pass, index:, entry: @take.chart.entries[index], verdict: 'missing', sure: true)
      end

      # A repeat that was not played leaves nothing out.
      def folded(places)
        runs = ((places.min..places.max).to_a - places).slice_when { |one, other| other != one + 1 }
        played = places.to_h { [@places[_1].entries, true] }
        runs.select { |run| run.size > CLOSE && run.all? { played[@places[_1].entries] } }.flatten
      end
    end
  end
end
