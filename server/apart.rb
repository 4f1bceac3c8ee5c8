# frozen_string_literal: true

module FawnmossServer
  # Heavy work is done apart: in a process of its own, forked for the one job, slower in turn than what answers requests, with a time
  # limit and a memory limit, so that no request can hold up another. Each lane has a few seats and a queue that is fair between
  # studios; who finds the queue full is told so at once.
  #   Apart.run(:charts, studio.id) { chart.to_h } # => the block's answer
  # The block sees everything as it stands but must not touch the database; what it returns is copied back (Marshal).
  module Apart
    # All seats taken and the queue full: worth another try in a moment.
    class Busy < StandardError
      AGAIN = 3 # seconds

      def initialize(ahead)
        super("The server is busy: #{ahead} such jobs are before yours.")
      end

      def remedy = 'It is tried again by itself, or try again in a moment.'
    end

    # The job took too long or too much memory, or its process ended.
    class Failed < StandardError; end

    # seats: jobs at once in this process; queue: how many may wait; own: how many of one studio may be in the lane; seconds: of processor time for a job, nil
    # where it watches its own time; wastes: nothing is collected while a job runs, for it is short and small (a chart of 2,000 notes takes 90 MB),
    # and collecting would first copy what it shares with the process it came from; nice: how far behind it comes, as usual when nil.
    Limits = Struct.new(:seats, :queue, :own, :seconds, :wastes, :nice, keyword_init: true)
    LANES = { charts: Limits.new(seats: 1, queue: 8, own: 4, seconds: 12, wastes: true), # one chart, or one change of it
              tries: Limits.new(seats: 1, queue: 5, own: 2, seconds: 30), # many charts for one answer: keys, ways, groups
              imports: Limits.new(seats: 1, queue: 5, own: 2, seconds: 25),
              restores: Limits.new(seats: 1, queue: 2, own: 1, seconds: 180), # a file with a pupil or a studio, checked row by row
              pages: Limits.new(seats: 1, queue: 7, own: 8, seconds: nil), # PDFs, which Chromium makes
              takes: Limits.new(seats: 2, queue: 2, own: 2, seconds: 120, nice: 12), # recordings, which wait in a line of their own (Hearing)
              looking: Limits.new(seats: 1, queue: 2, own: 2, seconds: 60), # what tunes ask for, in the background
              learning: Limits.new(seats: 1, queue: 2, own: 2, seconds: 60, nice: 12) }.freeze # a studio's hand, which nobody waits for
    MEMORY = 900_000_000 # bytes that a job may take beyond what its process had
    NICE = 5 # what answers requests goes first; on a busy machine a job still gets its share

    QUEUES = LANES.transform_values { |limits| Queue.new(limits) }.freeze

    # whose: studio id. heavy: false runs the block here and now. Raises Busy, Failed, and what the block raises.
    def self.run(lane, whose, heavy: true, &block)
      return yield unless heavy

      Boot::Figures.apart(lane) { QUEUES.fetch(lane).seat(whose) { Job.new(LANES.fetch(lane)).run(&block) } }
    end

    STANDBY = Standby.new

    # The same for work that is likely to come again: the block is called with what is given, and a process is kept ready to be given the next. key: all
    # that its answer depends on besides.
    def self.again(lane, whose, key, given, heavy: true, &block)
      return yield given unless heavy

      Boot::Figures.apart(lane) { QUEUES.fetch(lane).seat(whose) { STANDBY.run(LANES.fetch(lane), [lane, key], given, &block) } }
    end

    # The same for work that says how far it is: the block is given what it calls with a share, 0..1; watch is called with that here, and may raise to end it.
    def self.watched(lane, whose, watch, &block)
      Boot::Figures.apart(lane) { QUEUES.fetch(lane).seat(whose) { Watched.new(LANES.fetch(lane), watch).run(&block) } }
    end

    # A seat in a lane for work that runs in a process of its own already.
    def self.seat(lane, whose, &block) = Boot::Figures.apart(lane) { QUEUES.fetch(lane).seat(whose, &block) }
  end
end
