# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What the teacher chooses for one chart; what is nil is left to what the pupil can do, then to the version (see Request).
    Choices = Value.of(
      :tempo,     # quarters a minute
      :start,     # 'down', 'up' or 'balance'
      :fourth,    # 'open', 'fourth' or 'either'
      :positions, # names
      :slurs,     # true keeps printed slurs
      :bowing,    # 'comes' or 'strong'
      :shift,     # 'old', 'new' or 'frame'
      :slide,     # 'old' or 'new'
      :trill,     # 'main' or 'upper'
      :printed,   # 'all', 'fingers', 'bows' or 'none' of the marks in the file hold
      :transpose, # Theory::Interval
      :cuts,      # ids of notes on which phrases end and begin
      :spots,     # list of SpotMark
      :hand,      # false leaves the studio's own hand out
      :pencil,    # list of Pencil
      :wish,      # Together::Wish of a part
      :shape      # Shape::Wish where the tune is played as music
    ) do
      # From plain data, as it is stored and sent: text keys, nothing under a key that is not chosen.
      #   Choices.from_plain('tempo' => 96).tempo # => 96
      def self.from_plain(data)
        found = data.slice(*members.map(&:to_s)).transform_keys(&:to_sym)
        new(**found, transpose: found[:transpose]&.then { Theory::Interval.from_plain(_1) }, spots: found[:spots]&.map { SpotMark.from_plain(_1) },
            pencil: found[:pencil]&.map { Pencil.from_plain(_1) }, wish: found[:wish]&.then { Together::Wish.from_plain(_1) },
            shape: found[:shape]&.then { Shape::Wish.from_plain(_1) })
      end

      def to_plain
        lists = { spots: spots&.map(&:to_plain), pencil: pencil&.map(&:to_plain) }
        { **to_h, **lists, transpose: transpose&.to_plain, wish: wish&.to_plain, shape: shape&.to_plain }.compact.transform_keys(&:to_s)
      end

      # The same for a tune that was changed. ids: { note id before => now }; bars: { printed bar before => now }, as of Score::Carry.
      def carried(ids, bars)
        lists = { cuts: cuts&.filter_map { ids[_1] }, spots: spots&.filter_map { _1.carried(bars) }, pencil: pencil&.filter_map { _1.carried(ids) } }
        copy(**lists, wish: wish&.carried(bars), shape: shape&.carried(ids))
      end

      # The Request. pins: list of Pin; part: 'tune' or 'open'; hand: Learning::Hand of the studio or nil; usual: what holds where nothing is chosen, by the
      # names of Request.build (Path::Ability#usual).
      def request(instrument:, version:, part: 'tune', pins: [], hand: nil, usual: {})
        chosen = { **to_h, shape: shape&.copy(pencil: pencil.to_a) }.compact.except(:hand, :pencil)
        Request.build(instrument:, version:, part:, pins:, hand: (hand unless self.hand == false), **usual, **chosen)
      end
    end

    Choices::NONE = Choices.new
  end
end
