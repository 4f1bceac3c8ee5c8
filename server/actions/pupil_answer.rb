# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Pupils as the API shows them.
    module PupilAnswer
      COLUMNS = %i[id name birth_year instrument size bass_hand fourth minutes_per_day lesson_day lesson_time lesson_minutes lock_version].freeze

      STATES = %w[untouched started steady secure rusty].freeze

      def self.row(pupil) = pupil.values.slice(*COLUMNS)

      # The row with its path in short: how many skills stand where, the next two, when last seen.
      def self.summary(pupil, today)
        subject = Subject.pupil(pupil, today)
        { **row(pupil), last_seen: subject.marks.last&.made_on&.iso8601, counts: counts(subject), next: proposals(subject),
          look: look(subject, today), in_work: in_work(pupil) }
      end

      # Everything the pupil page shows.
      def self.whole(pupil, today)
        subject = Subject.pupil(pupil, today)
        { **row(pupil), path: path(subject), next: proposals(subject), marks: subject.marks.map { mark(_1) }.reverse,
          cards: CardAnswer.list(pupil.cards), tunes: tunes(subject), look: look(subject, today),
          progress: progress(subject, today) }
      end

      def self.mark(mark)
        { id: mark.id, skill: mark.skill, tune_id: mark.tune_id, value: mark.value, note: mark.note, made_on: mark.made_on.iso8601 }
      end

      def self.proposals(subject)
        Fawnmoss::Path::NextSkills.new(subject.skills, subject.states, wanted: subject.pupil.wanted).list.map do |proposal|
          { skill: proposal.skill.id, name: proposal.skill.name, reasons: proposal.reasons, task: proposal.skill.task,
            checks: proposal.skill.checks, caution: proposal.skill.caution }
        end
      end

      def self.in_work(pupil)
        card = pupil.in_work
        card && { card_id: card.id, title: card.title, issued_on: card.issued_on.iso8601 }
      end

      def self.path(subject)
        subject.skills.map do |skill|
          state = subject.states.of(skill.id)
          { id: skill.id, name: skill.name, area: skill.area, state: state.name.to_s, why: state.why, needs: skill.needs, task: skill.task,
            checks: skill.checks, faults: skill.faults, caution: skill.caution }
        end
      end

      def self.counts(subject)
        subject.skills.map { subject.states.of(_1.id).name.to_s }.tally.then { |found| STATES.to_h { [_1, found.fetch(_1, 0)] } }
      end

      def self.progress(subject, today)
        marks = subject.marks.select(&:skill).map(&:to_value)
        Fawnmoss::Path::Progress.weekly(marks, subject.skills.map(&:id), today:).map { |week| { **week.to_h, on: week.on.iso8601 } }
      end

      # Tunes the pupil has marks for: title, last value, how often.
      def self.tunes(subject)
        subject.marks.select(&:tune_id).group_by(&:tune_id).map do |id, marks|
          { id:, title: marks.last.tune.title, value: marks.last.value, times: marks.size, last_on: marks.last.made_on.iso8601 }
        end
      end

      # Sentences about what wants the teacher's eye: not seen, rusty, stuck.
      def self.look(subject, today)
        marks = subject.marks
        hurt = pain(subject, marks)
        return [*hurt, 'No marks yet: start with the first stones of the path.'] if marks.empty?

        days = (today - marks.last.made_on).to_i
        [*hurt, ("Not seen for #{days} days." if days >= 21), *rusty(subject), *stuck(marks, subject)].compact
      end

      # Pain told from a card, until the pupil has been seen again.
      def self.pain(subject, marks)
        reports = Models::CardReport.standing(subject.pupil.cards_dataset.select(:id)).select { _1.kind == 'pain' && _1.value.positive? }
        day = reports.map(&:day).max
        return [] if day.nil? || (marks.any? && marks.last.made_on > day)

        ["Reported that it hurt on #{day.strftime('%-d %B')}, from a card. Ask first; pain that stays or comes back belongs with a doctor."]
      end

      def self.rusty(subject)
        names = subject.skills.select { subject.states.of(_1.id).name == :rusty }.map(&:name)
        names.empty? ? [] : ["Rusty: #{names.first(3).join(', ')}#{" and #{names.size - 3} more" if names.size > 3}."]
      end

      # Three marks at 1 or less over three weeks, the last of them included.
      def self.stuck(marks, subject)
        marks.select(&:skill).group_by(&:skill).filter_map do |id, list|
          run = list.reverse.take_while { _1.value <= 1 }
          next unless run.size >= 3 && (run.first.made_on - run.last.made_on).to_i >= 21 && subject.skills_by_id[id]

          "Stuck since #{run.last.made_on.strftime('%-d %B')}: #{subject.skills_by_id[id].name}. Try an easier step."
        end
      end
      private_class_method :in_work, :path, :counts, :progress, :tunes, :pain, :rusty, :stuck
    end
  end
end
