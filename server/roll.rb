# frozen_string_literal: true

module FawnmossServer
  # What is known of many pupils in short, read with one query a kind, whatever their number: digests of marks, holds, promises,
  # the cards in work, the last measuring.
  class Roll
    TUNES = 2 # in work at a time
    LATEST = 4 # cards are looked at

    # pupils: Models::Pupil list of one studio. keeping: what is remembered is noted, to be put by for other processes (PutBy).
    def initialize(studio, pupils, keeping: false)
      @studio = studio
      @ids = pupils.map(&:id)
      @put_by = PutBy.new(@ids)
      @keeping = keeping
      pupils.each { _1.associations[:studio] = studio }
    end

    KEPT = 4000 # answers of this process that are remembered
    MEMORY = LruRedux::ThreadSafeCache.new(KEPT)

    # What was worked out before from the same evidence is not worked out again, here or in another process. about: what it is, and everything else it
    # depends on; the answer is frozen plain data.
    def remember(pupil, *about, &)
      key = [pupil.id, pupil.lock_version, digest(pupil).print, @studio.print, holds(pupil), about].hash
      shared = PutBy::KINDS.include?(about.first)
      answer = MEMORY[key]
      return answer if answer && !(shared && @keeping)

      MEMORY[key] = shared ? put_by(pupil, about, answer, &) : yield
    end

    # Keeps what was noted (keeping).
    def put_by! = @put_by.keep(@studio.id)

    # Fawnmoss::Path::Standings of a pupil, remembered for every day from the last mark on; the block works them out, nil while it cannot.
    def standings(pupil, &) = remember(pupil, :standings, &)

    # Fawnmoss::Path::Tail::Glimpse list: marks as far as today's states need them.
    def marks(pupil) = digest(pupil).to_values
    def marked_tunes(pupil) = digest(pupil).tunes
    def last_seen(pupil) = remember(pupil, :seen) { digest(pupil).last_seen }
    def holds(pupil) = (@holds ||= grouped(Models::Hold.where(cleared_on: nil))).fetch(pupil.id, []).map(&:to_value)
    def promises(pupil) = (@promises ||= grouped(Models::Promise.where(kept_on: nil))).fetch(pupil.id, []).map(&:to_value)
    def measured_on(pupil) = (@measured ||= measured)[pupil.id]

    # Notes from home that wait for an answer.
    def notes(pupil)
      @notes ||= Models::HomeNote.where(pupil_id: @ids, answered_on: nil).order(:id).all.group_by(&:pupil_id)
      @notes.fetch(pupil.id, []).map(&:to_answer)
    end

    # Recordings from home that no teacher has looked at.
    def recordings(pupil)
      @recordings ||= Models::Take.unheard.where(pupil_id: @ids).select(:id, :pupil_id, :title, :made_on).all.group_by(&:pupil_id)
      @recordings.fetch(pupil.id, []).map(&:brief)
    end

    # What was noted last in a lesson before a day, as of Actions::Diary.last_note.
    def last_note(pupil, day)
      @last_notes ||= last_notes(day).to_h { [_1[:pupil_id], Actions::Diary.noted(_1[:id], _1[:held_on], _1[:note])] }
      @last_notes[pupil.id]
    end

    # The last few cards in short: hashes with id, title, issued_on, demands, spots, tune_id, part and key_name.
    def cards(pupil) = latest.fetch(pupil.id, [])

    # The card issued last, without its long body: a hash with id, title, issued_on; nil when there is none.
    def in_work(pupil) = cards(pupil).first

    # Skill ids that the tunes in work ask for.
    def wanted(pupil) = cards(pupil).flat_map { _1[:demands] }.uniq

    # Those of them with a tune, not with a part played under others' tune.
    def tune_cards(pupil) = cards(pupil).select { _1[:part] == 'tune' }

    # Fawnmoss::Path::Plan::Work list, the tune in hand first; tunes that go by themselves are done with. states: States.
    def tunes(pupil, states)
      marked = digest(pupil).tunes
      still = tune_cards(pupil).uniq { _1[:tune_id] }.reject { |card| by_itself?(marked[card[:tune_id].to_s]) }
      still.first(TUNES).map do |card|
        Fawnmoss::Path::Plan::Work.new(tune: card[:tune_id], title: card[:title], key: card[:key_name], spots: card[:spots], since: card[:issued_on],
                                       unmet: card[:demands].reject { states.had?(_1) }, last: marked[card[:tune_id].to_s]&.first)
      end
    end

    private

    # The answer, found or made, and noted where that is asked for.
    def put_by(pupil, about, answer)
      name = PutBy.name(pupil.id, pupil.lock_version, digest(pupil).values[:body], @studio.evidence, holds(pupil), about)
      answer ||= @put_by.find(pupil.id, name) || yield
      @put_by.note(pupil.id, name, answer) if @keeping
      answer
    end

    def by_itself?(marked) = marked && Fawnmoss::Path::Plan::Work.done?(marked[0], marked[2])

    def digest(pupil)
      @digests ||= Models::PupilDigest.where(pupil_id: @ids).as_hash(:pupil_id)
      @digests[pupil.id] ||= Models::PupilDigest.renew(pupil)
    end

    def measured = Models::Fit.where(pupil_id: @ids).group(:pupil_id).select_hash(:pupil_id, Sequel.function(:max, :measured_on).as(:last))

    def last_notes(day)
      noted = FawnmossServer.db[:lessons].where(pupil_id: @ids).exclude(status: 'planned').exclude(note: '').where { held_on < day }
      last = noted.select_group(:pupil_id).select_append { max(held_on).as(held_on) }
      FawnmossServer.db[:lessons].join(last.as(:last), pupil_id: :pupil_id, held_on: :held_on).select_all(:lessons)
    end

    def grouped(rows) = rows.where(pupil_id: @ids).order(:id).all.group_by(&:pupil_id)

    # { pupil id => the last few cards, the latest first }.
    def latest
      @latest ||= FawnmossServer.db[:cards].where(Sequel[:cards][:pupil_id] => @ids)
                                .left_join(:charts, id: :chart_id).left_join(:tunes, id: Sequel[:charts][:tune_id])
                                .where(Sequel.expr(:number) > (Sequel.function(:coalesce, last_number, 0) - LATEST))
                                .order(Sequel.desc(Sequel[:cards][:number])).select(*columns).all.each { read(_1) }.group_by { _1[:pupil_id] }
    end

    def columns
      [*%i[id pupil_id title].map { Sequel[:cards][_1] }, :issued_on, :demands, :spots, Sequel[:charts][:tune_id], Sequel[:charts][:part], :key_name]
    end

    def last_number
      FawnmossServer.db[Sequel.as(:cards, :others)].where(Sequel[:others][:pupil_id] => Sequel[:cards][:pupil_id]).select { max(Sequel[:others][:number]) }
    end

    def read(card)
      card[:demands] = JSON.parse(card[:demands] || '[]')
      card[:spots] = JSON.parse(card[:spots] || '[]')
    end
  end
end
