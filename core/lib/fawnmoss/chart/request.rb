# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What a chart is asked for, checked once.
    Request = Value.of(
      :instrument, # Instrument::Instrument
      :version,    # 'simple' or 'full'
      :part,       # of Scored::PARTS: the tune, its printed second part, or one that is worked out
      :wish,       # Together::Wish of what part, nil where nothing has to be wished
      :positions,  # names
      :fourth,     # 'open', 'fourth' or 'either'
      :learnt,     # of :fourth, :stretch and :vibrato, what the hand has
      :had,        # skill ids the pupil has: they make a spot less troublesome
      :tempo,      # quarters a minute
      :start,      # :down, :up, :balance (up from the balance point) or nil
      :slurs,      # true keeps printed slurs
      :bowing,     # 'comes' (as it comes) or 'strong' (strong beats down)
      :joins,      # what the hand has besides a plain change, before the school (repairs): of :slur, :hook, :stop, :lift and :recovery
      :shift,      # which finger leads: 'old', 'new' or 'frame'
      :slide,      # on the 'old' or the 'new' bow
      :trill,      # begins on the 'main' note or the 'upper' one
      :printed,    # what of the marks in the file holds: 'all', 'fingers' (and strings), 'bows' or 'none'
      :transpose,  # Theory::Interval
      :pins,       # list of Pin
      :cuts,       # ids of notes on which the teacher wants one phrase to end and the next to begin, or nil for the engine's own
      :spots,      # list of SpotMark
      :shape,      # Shape::Wish, or nil for a chart of notes alone
      :hand        # Learning::Hand: how the studio's own marks moved the prices, or nil
    ) do
      extend Checked
      include Scored

      # Fills what is nil with the version's usual choice and refuses what cannot be. Raises InvalidInput naming the field.
      #   Request.build(instrument: violin).positions # => ["1"]
      def self.build(instrument:, version: nil, fourth: nil, positions: nil, learnt: nil, had: [], transpose: nil, pins: [], cuts: nil, spots: [],
                     hand: nil, part: nil, wish: nil, shape: nil, **bowing)
        version = choice('version', version || 'simple')
        part = choice('part', part || 'tune')
        if %w[open drone].include?(part) # no other finger has a place in it
          positions = instrument.positions.fetch('simple')
          fourth = 'open'
        end
        fourth = choice('fourth', fourth || (version == 'simple' ? 'open' : 'either'))
        new(instrument:, version:, part:, wish: Scored.wish(part, wish), fourth:,
            positions: known(positions || instrument.positions.fetch(version), instrument),
            shape:, learnt: with_vibrato(learnt || learnt(version, fourth), shape, version), had: had.freeze,
            transpose: transpose || Theory::Interval.octaves(0), pins: pins.freeze,
            cuts: cuts&.freeze, spots: spots.freeze, hand: (hand unless hand&.none?), **bowing(version, **bowing))
      end

      # Quarters a minute at which a tune is charted: as asked, as printed, or the usual.
      def tempo_of(tune) = tempo || tune.tempo || Solve::TEMPO

      # What the engine may use of its own besides a plain change. As it comes starts afresh at phrases and mends nothing else, unless the
      # studio's own hand does.
      def repairs = bowing == 'comes' ? joins & [:lift, *hand&.opened] : joins

      # Whether marks of the file hold. kind: 'fingers' or 'bows'.
      def printed?(kind) = ['all', kind].include?(printed)

      # What of a request (but the studio's own hand) decides which skills a tune asks for, as plain data: charts of one kind ask for the same. The tempo is the
      # tune's own, and nothing is pinned.
      def kind
        { instrument: instrument.id, tuning: instrument.tuning, bass_hand: instrument.bass_hand, version:, positions:, fourth:, learnt: learnt.sort,
          slurs:, bowing:, joins: copy(hand: nil).repairs.sort }
      end

      # The request of a kind. instrument: that of the kind.
      def self.of_kind(kind, instrument)
        build(instrument:, **kind.slice(:version, :positions, :fourth, :slurs, :bowing), learnt: kind[:learnt].map(&:to_sym), joins: kind[:joins].map(&:to_sym))
      end

      def self.bowing(version, tempo: nil, start: nil, slurs: nil, bowing: nil, joins: nil, shift: nil, slide: nil, trill: nil, printed: nil)
        bowing = choice('bowing', bowing || (version == 'full' ? 'strong' : 'comes'))
        { bowing:, tempo: tempo && number('tempo', tempo, Score::Tune::TEMPI), start: start && choice('start', start.to_s).to_sym,
          slurs: slurs.nil? ? version == 'full' : slurs, joins: joins || (version == 'full' ? %i[slur hook lift recovery] : []),
          shift: choice('shift', shift || 'old'), slide: choice('slide', slide || 'old'), trill: choice('trill', trill || 'main'),
          printed: choice('printed', printed || 'all') }
      end

      # Without a word about the pupil: a full chart may use everything, a simple one the fourth finger if its school does.
      def self.learnt(version, fourth)
        return %i[fourth stretch].freeze if version == 'full'

        fourth == 'open' ? [].freeze : [:fourth].freeze
      end

      # In the full version a hand that has vibrato uses it.
      def self.with_vibrato(learnt, shape, version) = version == 'full' && shape&.vibrato ? (learnt | [:vibrato]).freeze : learnt

      private_class_method :bowing, :learnt, :with_vibrato
    end
  end
end
