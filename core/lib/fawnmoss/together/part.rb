# frozen_string_literal: true

module Fawnmoss
  module Together
    # A part to a tune for a player: the cheapest line of notes, exactly (Way), by the rules of LineCosts, over the chords of Harmony.
    #   Part.new(tune, Wish.build(kind: 'second'), viola, ['1'], prices).tune.played.map { _1.pitch.to_s }
    class Part
      # A note as it is answered.
      Found = Value.of(
        :bar,    # number
        :beat,   # what is counted there
        :at,     # quarters from the start
        :length, # quarters
        :pitch,  # as written, nil for a rest
        :midi,   # as it sounds
        :set,    # the teacher set it
        :why,    # a sentence
        :others  # [[pitch name or 'rest', points more], ...], the next best first
      ) do
        def to_h
          { bar:, beat:, length: Score::Fraction.text(length), written: pitch&.to_s, midi:, set:, why:, others: others.map { |name, price| { written: name, price: } } }
        end
      end

      # A note as it is written. at, length: quarters; pitch: nil for a rest.
      Note = Value.of(:at, :length, :pitch)

      NAMES = { 'drone' => 'drone', 'open' => OpenStrings::NAME, 'printed' => 'second part',
                'bass' => 'bass line', 'second' => 'second voice', 'answer' => 'answer' }.freeze
      SIDED = %w[second answer].freeze # kinds of which there is one above and one below the tune
      OTHERS = 6
      MOST_MISSED = 2/5r # of its places that a part may have no note for, or, a second voice, one on the wrong side

      # What the part is called. title: of the tune.
      def self.title(title, kind) = "#{title}, #{NAMES.fetch(kind)}"

      # tune: Score::Tune in the key it is played in; wish: Wish; instrument: of the player; positions: names; prices: data of together.yml.
      def initialize(tune, wish, instrument, positions, prices)
        @melody = tune
        @wish = wish
        @positions = positions
        @reach = Reach.new(instrument, positions, names: wish.pitches)
        @prices = prices
        @ground = Ground.new(tune)
      end

      # Score::Tune with the same bars. Raises InvalidInput where there is no such part, naming those that there are.
      def tune = @tune ||= PartWriter.new(@melody, written, title: self.class.title(@melody.title, @wish.kind), like: @wish.pace == 'tune').tune

      # Found list, rests among them, in order.
      def notes = runs.map { |run| found(run) }

      # Together::Harmony under both.
      def harmony = @harmony ||= Harmony.new(@melody, @prices['harmony'], set: Wish.places(@wish.chords), ground: @ground)

      # Points of the line.
      def cost = way.total

      # What any line costs: Tone or nil for each slot.
      def cost_of(line) = way.cost_of(line)

      def slots = @slots ||= Slots.list(@ground, harmony, @wish)

      # The player has notes for most of it, most of them on the right side of the tune.
      def possible?
        wanted = slots.reject(&:rest)
        wanted.any? && missed <= wanted.size * MOST_MISSED
      end

      # InvalidInput list: what is set but has no place in the part, or cannot be played. It counts for nothing.
      def misfits = choices && [*harmony.misfits, *@misfits]

      # By slot what may stand there.
      def choices = @choices ||= with_set(free.dup)

      private

      # By slot what could stand there if nothing were set.
      def free = @free ||= slots.map { choice(_1) }

      def way = @way ||= Way.new(choices, own: costs.method(:own), step: costs.steps.method(:cost))
      def costs = @costs ||= LineCosts.new(slots, @prices.fetch(@wish.kind), side)
      def side = @wish.kind == 'bass' ? 'below' : @wish.side

      def choice(slot)
        return [nil] if slot.rest

        [*allowed(slot, tones(slot)), nil]
      end

      def tones(slot)
        case @wish.kind
        when 'drone' then drone(slot.key)
        when 'bass' then bass(slot)
        else slot.last ? closing(slot) : @reach.for(slot, side)
        end
      end

      def allowed(slot, tones) = @wish.avoid.empty? ? tones : tones.reject { avoided.include?([slot.bar, _1.pitch.to_s]) }
      def avoided = @avoided ||= @wish.avoid.to_set

      # The last note is one of the tonic chord.
      def closing(slot)
        names = (slot.chord&.tonic? ? slot.chord : KeyChords.tonic(slot.key)).names.first(3)
        found = @reach.tones(slot.key, names:)
        found.select { |tone| slot.midis.all? { LineCosts::CONSONANT.include?((tone.sound - _1).abs % 12) } }
      end

      def drone(key)
        tonic = key.tonic_pitch
        @reach.open([tonic.name, key.at(tonic.step + 4).name])
      end

      def bass(slot)
        names = slot.chord ? [slot.chord.bass, *(slot.chord.names.first(3) unless slot.chord.symbol.bass)].uniq : [slot.key.tonic]
        names = [slot.key.tonic] if slot.last && slot.chord&.tonic?
        under = slot.moments.flat_map(&:midis).min
        found = @reach.tones(slot.key, names:)
        below = under ? found.select { _1.sound < under } : found
        below.empty? ? found.first(3) : below
      end

      def with_set(lists)
        @misfits = []
        Wish.places(@wish.notes).each { |(number, count), name| put(lists, number, count, name) }
        lists
      end

      def put(lists, number, count, name)
        index = slots.index { _1.at == @ground.at(number, count) } or
          return misfit('no note of the part begins there', number, count, 'Set one where a note of it stands.')
        return lists[index] = [nil] if name == 'rest'

        tone = @reach.tone(Theory::Pitch.parse(name)) or
          return misfit("#{name} is not within reach of the #{@reach.instrument.name} here", number, count, 'Take another note, or allow more positions.')
        lists[index] = [tone]
      rescue InvalidInput => e
        misfit(e.message, number, count, e.remedy)
      end

      def misfit(what, number, count, remedy)
        @misfits << InvalidInput.new(what, where: { bar: number, beat: Score::Fraction.text(count) }, remedy:)
      end

      # The part holds its note into the slot.
      def held?(before, index) = slots[index].held && line[before] && line[before] == line[index]
      def line = way.chosen

      # Slots that make one note each: [[index, ...], ...].
      def runs = @runs ||= slots.each_index.slice_when { |before, index| !held?(before, index) }.to_a

      def found(run)
        first = run.first
        slot = slots[first]
        tone = line[first]
        Found.new(bar: slot.bar, beat: slot.spot.count, at: slot.at, length: slots[run.last].stop - slot.at, pitch: tone&.pitch, midi: tone&.sound,
                  set: set?(first), why: tone.nil? && set?(first) ? 'rests' : words.why(first), others: others(first))
      end

      def set?(index) = !choices[index].equal?(free[index])

      def words = @words ||= LineWords.new(slots, costs, line)

      def others(index)
        return [] if free[index].size == 1

        listed = free[index].zip(way.prices(index, free[index])).reject { |tone, _| tone == line[index] }.sort_by(&:last).first(OTHERS)
        listed.map { |tone, price| [tone ? tone.pitch.to_s : 'rest', price] }
      end

      # How many places have no note, or one on the wrong side of the tune.
      def missed
        slots.zip(line).count { |slot, tone| tone.nil? ? !slot.rest : @wish.kind == 'second' && costs.across?(slot, tone) }
      end

      # The notes as they are to be written, unless too many places are missed.
      def written
        refuse unless possible?

        runs.map { |run| Note.new(at: slots[run.first].at, length: slots[run.last].stop - slots[run.first].at, pitch: line[run.first]&.pitch) }
      end

      def refuse
        none = "there is no #{called(@wish.kind, @wish.side)} to this tune on the #{@reach.instrument.name}"
        raise InvalidInput.new(none, where: { field: 'kind' }, remedy: "There is #{others_there.join(', ')}.")
      end

      # "a second voice above", "a bass line", "a part on open strings".
      def offered(kind, way)
        return "a part on #{NAMES[kind]}" if kind == 'open'

        "#{kind == 'answer' ? 'an' : 'a'} #{called(kind, way)}"
      end

      def called(kind, way) = [NAMES.fetch(kind), (way if SIDED.include?(kind))].compact.join(' ')

      # Which parts there are; open strings always.
      def others_there
        ways = Wish::KINDS.flat_map { |kind| (SIDED.include?(kind) ? Wish::SIDES : ['below']).map { |way| [kind, way] } } - [[@wish.kind, @wish.side]]
        ways.select { |kind, way| kind == 'open' || other(kind, way).possible? }.map { |kind, way| offered(kind, way) }
      end

      def other(kind, way) = self.class.new(@melody, @wish.copy(kind:, side: way, notes: [].freeze), @reach.instrument, @positions, @prices)
    end
  end
end
