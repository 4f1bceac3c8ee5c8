# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Takes as the API shows them.
    module TakeAnswer
      AGO = 200 # takes that a list goes back, and the weeks with it

      # A take in a list.
      def self.short(take, told = take.told)
        { **take.values.slice(:id, :kind, :title, :state, :source, :pupil_id, :chart_id, :card_id, :lesson_id, :sound), made_on: take.made_on.iso8601,
          at: take.created_at.iso8601, seconds: take.seconds&.to_f, clean: told && told[:clean], trouble: take.trouble,
          tempo: told && told[:tempo][:played]&.round, ends_on: take.ends_on.iso8601 }
      end

      # Everything about one, its marks proposed (to a teacher). Who looks at one that is on its way waits for it.
      def self.whole(take, proposing: true)
        wanted(take)
        take.update(seen: true) if proposing && !take.seen && take.state == 'heard'
        told = take.told
        { **short(take, told), remedy: take.remedy, have: %w[coming].include?(take.state) ? take.have : nil, progress: take.progress,
          before: take.state == 'waiting' ? Hearing.before(take) : 0, others: others(take), result: take.body && Written.new(take.body),
          proposals: proposing && told && take.pupil ? proposals(take, told) : [] }
      end

      # A page that asks is waiting; it counts as gone when it has not asked for a while.
      def self.wanted(take)
        return unless %w[waiting listening].include?(take.state)
        return if take.wanted_at && Time.now.utc - take.wanted_at < 2

        take.this.where(state: %w[waiting listening]).update(wanted_at: Time.now.utc)
        take.refresh
        Hearing.wake if take.state == 'waiting'
      end

      # Other takes of the same thing, the last first: to compare with.
      def self.others(take)
        same = Models::Take.where(studio_id: take.studio_id, pupil_id: take.pupil_id, state: 'heard', sound: true).exclude(id: take.id)
        same = take.kind == 'card' ? same.where(kind: 'card', card_id: take.card_id) : same.where(chart_id: take.chart_id).exclude(chart_id: nil)
        same.select(:id, :made_on, :created_at).reverse(:id).limit(20).map { { id: _1.id, made_on: _1.made_on.iso8601, at: _1.created_at.iso8601 } }
      end

      # Marks that it would give, of what is on the pupil's path, the new first; and of the tune.
      def self.proposals(take, told)
        subject = Subject.pupil(take.pupil, take.made_on)
        marked = marked(take)
        found = Fawnmoss::Listening::Proposals.of(told, before(take)&.told).filter_map do |one|
          about = one.skill ? of_skill(subject, one.skill) : of_tune(take)
          about && { **about, **one.to_h.slice(:value, :words) }
        end
        found.sort_by.with_index { |one, at| [one[:had] ? 1 : 0, at] }.map { |one| { **one, key: key(take, one), taken: marked.include?(key(take, one)) } }
      end

      def self.of_skill(subject, id)
        skill = subject.map[id]
        skill && { skill: id, tune_id: nil, name: skill.name, had: subject.states.had?(id) }
      end

      def self.of_tune(take) = take.chart && { skill: nil, tune_id: take.chart.tune_id, name: take.title, had: false }

      # A mark that was taken is known by its key, so that it counts once.
      def self.key(take, one) = "take-#{take.id}-#{Digest::SHA256.hexdigest((one[:skill] || "tune #{one[:tune_id]}").to_s)[0, 12]}"
      def self.marked(take) = take.pupil.marks_dataset.where(Sequel.like(:mark_key, "take-#{take.id}-%")).select_map(:mark_key)

      # The take of the same thing before.
      def self.before(take)
        return unless take.chart_id

        Models::Take.where(pupil_id: take.pupil_id, chart_id: take.chart_id, state: 'heard').where { id < take.id }.reverse(:id).first
      end

      # A pupil's takes, the last first, and what they tell over the weeks.
      def self.of_pupil(pupil, today)
        takes = last(pupil)
        { pupil: PupilAnswer.row(pupil, today).slice(:id, :name, :instrument), **Consents.answer(pupil, today), takes: takes.map { short(*_1) },
          weeks: weeks(pupil, Fawnmoss::Listening::OverWeeks.of(dated(takes))) }
      end

      # [[Models::Take, its numbers or nil], ...] of a pupil, the last first.
      def self.last(pupil) = Models::Take.where(pupil_id: pupil.id).reverse(:id).limit(AGO).all.map { [_1, _1.told] }

      # The same as [[Date, numbers], ...], the oldest first.
      def self.dated(takes) = takes.reverse.filter_map { |take, told| told && [take.made_on, told] }

      def self.weeks(pupil, found)
        map = pupil.studio.map(pupil.instrument, pupil.schools)
        { **found, skills: found[:skills].filter_map { |line| (skill = map[line[:skill]]) && { **line, name: skill.name } } }
      end

      # { skill id => cents } of the patterns that are steady in a pupil's last takes.
      def self.steady(pupil)
        Fawnmoss::Listening::OverWeeks.steady(dated(last(pupil)))
      end

      # { bar => { cause => how often } } of the last takes of a chart, the oldest first.
      def self.bars(chart)
        Models::Take.where(chart_id: chart.id, state: 'heard').exclude(numbers: nil).reverse(:id).limit(Fawnmoss::Listening::RankedSpots::TAKES).all.reverse
                    .filter_map { _1.told&.fetch(:bars) }
      end

      # Behind a card's link.
      def self.of_card(card, holder)
        { **Consents.answer(card.pupil), name: card.pupil.name, takes: holder.takes.reverse(:id).limit(50).all.map { short(_1) } }
      end
      private_class_method :wanted, :others, :proposals, :of_skill, :of_tune, :key, :marked, :before, :last, :dated, :weeks
    end
  end
end
