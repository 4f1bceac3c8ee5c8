# frozen_string_literal: true

module FawnmossServer
  # Listens to takes, in processes apart: two at once over all processes and machines, those first that somebody waits for, in the order in which they
  # came; the others in the quiet. The line is the table itself, so whoever dies loses nothing.
  module Hearing
    SEATS = [1, 2].freeze
    QUIET = 1 # the seat that also takes up those for which nobody waits: the other one is always free for who does
    LOOK = 20 # seconds between two looks at the line by itself
    PATIENCE = 2 # seconds that a seat is waited for: who has it may just be leaving

    # The page that waited has gone: the seat is for who is there.
    class Left < StandardError; end

    BEHIND = SEATS.to_h { |seat| [seat, Behind.new(:"hearing #{seat}", every: LOOK) { work(seat) }] }.freeze

    # There is something to listen to.
    def self.wake = BEHIND.each { |seat, behind| behind.idle? ? work(seat) : behind.give(:take) }
    def self.start = BEHIND.each_value(&:start)

    # Listens here and now, in this process: for what makes a demo.
    def self.here(take)
      take.this.update(state: 'listening')
      keep(take, Against.of(take).heard { nil })
    end

    # How many takes stand before one that waits.
    def self.before(take)
      line = Models::Take.waiting.where { id < take.id }
      running = Models::Take.where(state: 'listening').count
      [(take.wanted_at ? line.exclude(wanted_at: nil) : line).count + running - SEATS.size + 1, 0].max
    end

    def self.work(seat)
      return if Models::Take.waiting.empty? && Models::Take.where(state: 'listening', seat:).empty? # most looks end here

      Lease.hold(FawnmossServer.db, "listens #{seat}", wait: PATIENCE) do
        Models::Take.where(state: 'listening', seat:).update(state: 'waiting', progress: 0) # of a process that died
        while (take = claim(seat))
          hear(take)
        end
      end
    end

    # The next one, nobody else's any more.
    def self.claim(seat)
      loop do
        take = Models::Take.waiting.wanted.order(:id).first
        take ||= Models::Take.waiting.order(:id).first if seat == QUIET || FawnmossServer.settings.looks_at_once
        return unless take
        return take if Models::Take.where(id: take.id, state: 'waiting').update(state: 'listening', seat:, progress: 0) == 1
      end
    end

    def self.hear(take)
      against = Against.of(take)
      found = Apart.watched(:takes, take.studio_id, watch(take)) { |going| against.heard(&going) }
      keep(take, found)
    rescue Left
      Models::Take.where(id: take.id).update(state: 'waiting', progress: 0, wanted_at: nil)
    rescue Missing
      nil # it was thrown away meanwhile
    rescue Fawnmoss::Error => e
      refuse(take, e.message, e.remedy)
    rescue Apart::Failed
      refuse(take, 'It took too long to listen to', 'Record a part of it.')
    rescue StandardError => e # a mistake of ours, which must not keep the others from being heard
      Log.say(hearing: "take #{take.id}: #{e.class}: #{e.message} #{e.backtrace&.first}")
      raise if Boot::Failures.away?(e)

      refuse(take, 'Something went wrong on our side with this recording', 'Try it again, or record it anew.')
    end

    # Writes down how far it is; ends the work when its take is gone, or the page that waited for it.
    def self.watch(take)
      waited = !take.wanted_at.nil?
      told = Clock.now
      lambda do |share|
        next if Clock.now - told < 0.4

        told = Clock.now
        raise Missing if Models::Take.where(id: take.id).update(progress: (share * 100).round) != 1 && Models::Take.where(id: take.id).empty?
        raise Left if waited && Models::Take.wanted.where(id: take.id).empty?
      end
    end

    def self.keep(take, found)
      FawnmossServer.db.transaction do
        row = Models::Take.where(id: take.id, state: 'listening')
        next if row.update(state: 'heard', progress: 100, seconds: found[:seconds], numbers: found[:numbers], trouble: '', remedy: '') != 1

        Actions::Takes.fill(take, found[:wav]) if found[:wav]
        FawnmossServer.db[:take_bodies].on_duplicate_key_update(:body).insert(take_id: take.id, studio_id: take.studio_id, body: found[:body])
      end
    end

    def self.refuse(take, trouble, remedy)
      Models::Take.where(id: take.id).update(state: 'refused', trouble: trouble.to_s[0, 300], remedy: remedy.to_s[0, 200])
    end
    private_class_method :claim, :hear, :watch, :keep, :refuse
  end
end
