# frozen_string_literal: true

module Fawnmoss
  module Practice
    # The work on a home card, in the order it is done, with minutes a day that add up to what the pupil has: warm-up in the
    # tune's key, the spots with their drills, the phrases by adding, tempo steps and a whole run (guide page on practice).
    class HomeWork
      # kind: 'warm-up', 'skill', 'spot', 'chain', 'tempo' or 'run'; title; steps: sentences in order; minutes: a day, 1 or more; bars:
      # printed numbers, [] for the whole tune; tempi: quarters a minute, rising, [] when it has none of its own; skill: id, of a skill.
      Item = Value.of(:kind, :title, :steps, :minutes, :bars, :tempi, :skill)
      # items: Item list; left_out: titles for which the minutes do not reach.
      Plan = Value.of(:items, :left_out)

      # How much of the time each kind wants, and who goes first when there is not enough (ours).
      SHARES = { 'warm-up' => 2, 'spot' => 2, 'chain' => 4, 'tempo' => 3, 'run' => 1 }.freeze
      FIRST = %w[chain spot tempo warm-up run].freeze
      CHAINS = { 'forward' => false, 'backward' => true }.freeze
      MINUTES = (3..240)

      # chart: Chart::Chart; minutes: a day; spots: lists of bars, which of the chart's spots to work on; warm_up, run: wanted;
      # chain: 'forward', 'backward' or nil; by: 'bar' or 'beat'; tempo_from: quarters a minute to start the tempo steps at, nil
      # for the usual start, false for none; catalogue: with it the warm-up is said in strings and fingers too; taught: skill ids that the pupil
      # has, nil when nobody in particular is meant: with it the warm-up asks for nothing that neither the pupil has nor the tune asks for. Returns Plan.
      # Raises InvalidInput naming the field.
      def self.plan(chart, minutes:, catalogue: nil, taught: nil, spots: [], warm_up: true, chain: 'forward', by: 'bar', tempo_from: nil, run: true)
        raise InvalidInput.new("#{minutes} is out of range", where: { field: 'minutes' }, remedy: 'From 3 to 240 a day.') unless MINUTES.cover?(minutes)
        unless chain.nil? || CHAINS.key?(chain)
          raise InvalidInput.new("#{chain.inspect} is no way to chain", where: { field: 'chain' }, remedy: 'Choose forward or backward.')
        end

        new(chart, minutes, catalogue, taught).plan(spots:, warm_up:, chain:, by:, tempo_from:, run:)
      end

      # bars: printed numbers; name: of the spot, '' when it has none.
      #   HomeWork.spot_title([3, 4], 'crossing') # => "Bars 3 and 4: crossing"
      def self.spot_title(bars, name) = "#{bars(bars)}: #{name.empty? ? 'work it out' : name}"

      def self.bars(list)
        return list.first.zero? ? 'Pick-up' : "Bar #{list.first}" if list.size == 1

        "Bars #{list.first} #{list.size == 2 ? 'and' : 'to'} #{list.last}"
      end

      def initialize(chart, minutes, catalogue, taught)
        @chart = chart
        @minutes = minutes
        @catalogue = catalogue
        @taught = taught
        @schedule = PlayAlong.of(chart)
      end

      def plan(spots:, warm_up:, chain:, by:, tempo_from:, run:)
        wanted = [(warm_up_item if warm_up), *chosen(spots).map { spot(_1) }, (chain_item(chain, by) if chain), (tempo(tempo_from) unless tempo_from == false),
                  (run_item if run)].compact
        kept = wanted.sort_by.with_index { |item, at| [FIRST.index(item.kind), at] }.first(@minutes)
        items = wanted.select { |item| kept.any? { _1.equal?(item) } }
        times = Minutes.share(@minutes, items.map { SHARES.fetch(_1.kind) })
        Plan.new(items: items.zip(times).map { |item, own| item.copy(minutes: own) }.freeze, left_out: (wanted - items).map(&:title).freeze)
      end

      private

      def item(kind, title, steps, bars: [], tempi: []) = Item.new(kind:, title:, steps: steps.freeze, minutes: 0, bars: bars.freeze, tempi: tempi.freeze)

      def warm_up_item
        exercises = WarmUp.within(@chart, @catalogue, @taught)
        return open_strings if exercises.empty?

        fingers = in_fingers(*exercises)
        names = fingers.size == exercises.size ? %w[Scale arpeggio].first(exercises.size) : exercises.map { _1.tune.title }
        item('warm-up', 'Warm up', ["#{names.join(', then ')}, in the rhythm of the first bar.", *fingers, "Slowly, at #{step(60)}. #{exercises.first.advice}"])
      rescue InvalidInput # the key's scale does not fit the positions: then open strings are enough
        open_strings
      end

      # As far as the bow is.
      def open_strings
        words = if @taught.nil? || @taught.include?('sound.long') then 'Long open strings, straight and even.'
                elsif @taught.include?('sound.straight') then 'Open strings, short strokes in the middle, straight and even.'
                else 'Pluck the open strings, round and even.'
                end
        item('warm-up', 'Warm up', [words, "Each string four times, at #{step(60)}."])
      end

      # "D major, 1 octave: D 0 1 high 2 3, A 0 1 high 2 3."
      def in_fingers(*exercises)
        return [] unless @catalogue

        wish = @chart.request.to_h.slice(:instrument, :version, :positions)
        exercises.filter_map { InFingers.sentence(_1.tune.title, _1, @catalogue, **wish) }
      end

      def chosen(spots) = @chart.spots.select { spots.include?(_1.bars) }

      def spot(spot)
        item('spot', HomeWork.spot_title(spot.bars, spot.name), [spot.words, *again(spot)], bars: spot.bars)
      end

      def again(spot) = spot.again.empty? ? [] : ["The same in #{spot.again.map { HomeWork.bars(_1) }.join(' and ')}."]

      def chain_item(chain, by)
        backward = CHAINS.fetch(chain)
        steps = ChainSteps.new(@chart, backward:, by:).list
        phrases = steps.select { _1.times == ChainSteps::PHRASE }
        ends = backward ? ['last', 'before it'] : ['first', 'after it']
        grow = "Play the #{ends[0]} #{by} of a phrase, add the one #{ends[1]} and so on, each step twice; then the whole phrase five times without a stop."
        lines = [grow, "#{phrases.size > 1 ? 'Phrases' : 'The phrase'}: #{phrases.map(&:span).join('; ')}."]
        joined = steps.select { _1.times == ChainSteps::PAIR }.map { "#{_1.words.sub(/\A./, &:upcase)}, three times." }
        item('chain', phrases.size > 1 ? 'Phrase by phrase' : 'Bit by bit', lines + joined)
      end

      def tempo(from)
        list = TempoSteps.for(quarters: @schedule.length, to: @chart.tempo, from: from || nil)
        tempi = list.map(&:tempo)
        words = "At #{tempi.join(', ')}: up only after three good ones in a row; after two slips back one."
        words = "At #{tempi.first}, three good ones in a row." if tempi.size == 1
        item('tempo', 'Up to tempo', [words, "One run takes #{list.first.seconds} seconds at #{tempi.first}."], tempi:)
      end

      # With its shape in plain words, where it has one.
      def run_item
        shape = @chart.shape
        item('run', 'Play it', ['Once through as music, without stopping.', *shape&.sentences, *shape&.verse&.words])
      end

      def step(percent) = [(@chart.tempo * percent / 100.0).round, 20].max
    end
  end
end
