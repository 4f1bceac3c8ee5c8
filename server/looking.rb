# frozen_string_literal: true

module FawnmossServer
  # Looks at tunes in the background: works out, in processes apart, what they ask for in the kinds of request that a studio's shelf is
  # seen through; then what is new in the marks on charts (Learning). One thread a server process; no two
  # processes do the same work (Lease). It is done in turns, so that a large shelf holds up no other studio, and so that what somebody
  # waits for is next.
  module Looking
    FIRST = 24 # tunes in the first turn of a kind somebody waits for, so that something shows soon
    BATCH = 200 # and in every other: a process that has seen many is quicker
    LETTERS = 400_000 # and no more text than this
    BEHIND = Behind.new(:looking) { |studio_id, kind_id| turn(studio_id, kind_id && Models::DemandKind[kind_id]) && BEHIND.give(studio_id) }

    # There may be something to look at in a studio. first: DemandKind that somebody waits for.
    def self.wake(studio_id, first = nil)
      return BEHIND.give(studio_id, first&.id) unless BEHIND.idle?

      nil while turn(studio_id, first)
    end

    # One batch of what is not looked at yet, of the kind somebody waits for when there is any. True when there may be more.
    def self.turn(studio_id, first = nil)
      more = alone(studio_id) do
        Models::DemandKind.tidy(studio_id) unless first
        batch(first, FIRST) || Models::DemandKind.current(studio_id).any? { |kind| batch(kind, BATCH) }
      end
      Learning.wake(studio_id) unless more
      more
    end

    # Looks at some tunes; false when there were none, or when what was found has no place any more.
    def self.batch(kind, most)
      return false unless kind

      tunes = within(kind.unseen.order(Sequel[:tunes][:id]).limit(most).all)
      return false if tunes.empty?

      request = kind.to_request
      found = Apart.run(:looking, nil) { tunes.map { |tune| asks(tune, request) } }
      count(tunes, found)
      kind.keep(tunes.zip(found.map(&:last)).to_h)
    rescue Apart::Failed # one of them is beyond the limits: each by itself, and that one is told as it is
      tunes.map { |tune| alone_asks(kind, tune, request) }.any?
    end

    # No more text in one go than is read in good time, but one tune at least.
    def self.within(tunes)
      sum = 0
      tunes.take_while.with_index { |tune, index| (sum += tune.text.bytesize) <= LETTERS || index.zero? }
    end

    # [sounding notes, Fawnmoss::Chart::Asks] of a tune.
    def self.asks(tune, request)
      score = tune.score
      notes = score.played.size
      return [notes, too_long(notes)] if notes > Models::Tune::MOST

      [notes, Fawnmoss::Chart::Asks.of(score, request, FawnmossServer.catalogue)]
    rescue Fawnmoss::Error => e
      [nil, none("It cannot be read any more: #{e.message}. Edit it.")]
    rescue StandardError => e # a mistake of ours, which must not keep the other tunes from being looked at
      say(e, "tune #{tune.id}: ")
      [nil, none('Something went wrong on our side with this tune.')]
    end

    def self.alone_asks(kind, tune, request)
      found = Apart.run(:looking, nil) { asks(tune, request) }
      count([tune], [found])
      kind.keep(tune => found.last)
    rescue Apart::Failed
      kind.keep(tune => none('It takes too long to look at. Take some of its bars.'))
    end

    def self.count(tunes, found)
      tunes.zip(found).each { |tune, (notes, _)| tune.this.update(notes:) if notes && tune.notes.nil? }
    end

    # A line in the log.
    def self.say(error, about = '')
      Log.say(looking: "#{about}#{error.class}: #{error.message} #{error.backtrace&.first}")
    end

    def self.too_long(notes) = none("It has #{notes} notes; charts are made of up to #{Models::Tune::MOST}. Take some of its bars.")
    def self.none(why) = Fawnmoss::Chart::Asks.new(demand_bars: {}, demand_notes: {}, cost: 0.0, moved: 0, why:)

    # While the block runs no other process looks at this studio; nothing happens when one does already.
    def self.alone(studio_id, &) = Lease.hold(FawnmossServer.db, "looks at #{studio_id}", &)
    private_class_method :turn, :batch, :within, :asks, :alone_asks, :count, :say, :too_long, :none, :alone
  end
end
