# frozen_string_literal: true

module FawnmossServer
  # Learns a studio's own hand from the marks on its charts, in a process apart, whenever they are others than those it was learnt from. One thread a server
  # process, besides that which looks at tunes: nobody waits for it, and it may take a minute.
  module Learning
    KEPT = 600 # seconds: marks that nobody changed for so long are kept; so are those of a chart that is on a card
    MOST = Fawnmoss::Learning::Learner::MOST * Fawnmoss::Learning::Tastes::FAMILIES.size # charts looked at, the latest
    BEHIND = Behind.new(:learning) { |studio_id| Lease.hold(FawnmossServer.db, "learns of #{studio_id}") { renew(studio_id) } }

    # Learns anew if there is anything new, when the background has time. True while there is.
    def self.wake(studio_id)
      return false if print(studio_id) == Models::Hand.for(studio_id).print

      BEHIND.idle? ? renew(studio_id) : BEHIND.give(studio_id)
      !BEHIND.idle?
    end

    # Learns anew if there is anything new, here and now.
    def self.renew(studio_id)
      now = print(studio_id)
      hand = Models::Hand.for(studio_id)
      return if hand.print == now

      learnt = learn(studio_id)
      return renew(studio_id) unless print(studio_id) == now # the teacher said something meanwhile

      hand.this.update(print: now, **learnt)
    rescue Apart::Failed # too much of it; the old hand stays until there are other marks
      hand.this.update(print: now)
    end

    # Charts whose marks are kept, those changed last first.
    def self.kept(studio_id)
      charts = Models::Chart.where(studio_id:, part: 'tune').exclude(marked_at: nil)
      charts.where(Sequel.expr { marked_at < Time.now.utc - KEPT } | { id: Models::Card.where(studio_id:).exclude(chart_id: nil).select(:chart_id) })
            .reverse(:marked_at, :id).limit(MOST)
    end

    # Digest of all that the hand is learnt from.
    def self.print(studio_id)
      charts = kept(studio_id).select_map(%i[id lock_version tune_id])
      tunes = Models::Tune.where(id: charts.map(&:last)).order(:id).select_map(:digest)
      words = said(studio_id).map { |id, row| [id, row[:off], row[:forgotten_at].to_f] }
      Digest::SHA256.hexdigest(JSON.generate([FawnmossServer.engine, charts, tunes, words]))
    end

    # { taste => { off:, forgotten_at: } } that the teacher has said something about.
    def self.said(studio_id) = FawnmossServer.db[:hand_tastes].where(studio_id:).order(:taste).to_hash(:taste)

    # Columns of the hand as the marks now have it.
    def self.learn(studio_id)
      charts = kept(studio_id).eager(:tune, :pins, :pupil).all.reverse
      charts.each { _1.subject(Date.today).ready }
      said = said(studio_id)
      Apart.run(:learning, nil) do
        found = charts.map { |chart| value(chart, said) }
        habits = Fawnmoss::Learning::Habits.new(FawnmossServer.catalogue.tastes).list(found)
        hand = Fawnmoss::Learning::Learner.new(FawnmossServer.catalogue.tastes).learn(found, off: said.select { |_, row| row[:off] }.keys)
        { body: JSON.generate(hand.to_h), habits: JSON.generate(habits.map(&:to_h)) }
      end
    end

    # Fawnmoss::Learning::Kept of a chart. said: what the teacher says about tastes.
    def self.value(chart, said)
      request = chart.request(Date.today, chart.options, chart.marks).copy(hand: chart.hand)
      Fawnmoss::Learning::Kept.new(chart: { chart: chart.id, title: chart.tune.title }, family: Fawnmoss::Learning::Tastes.family(request.instrument),
                                   correction: Fawnmoss::Learning::Correction.new(chart.tune.score, request, FawnmossServer.catalogue),
                                   forgotten: said.select { |_, row| row[:forgotten_at] && chart.marked_at <= row[:forgotten_at] }.keys)
    end
    private_class_method :kept, :print, :learn, :value
  end
end
