# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Pupils as the API shows them.
    module PupilAnswer
      COLUMNS = %i[id name birth_year instrument size bass_hand bow_hold fourth minutes_per_day days_per_week background lesson_minutes
                   lock_version].freeze

      STATES = %w[untouched started steady secure rusty].freeze

      # Its columns, weekly lessons that have not ended, and the time away that is or comes.
      def self.row(pupil, today)
        slots = pupil.slots.select { _1.to_date.nil? || _1.to_date >= today }
        { **pupil.values.slice(*COLUMNS), slots: slots.map(&:to_answer), absence: absence(pupil, today) }
      end

      def self.absence(pupil, today)
        about = Fawnmoss::Path::Absence.about(pupil.absence_values, today) or return
        { id: about.id, kind: about.kind, from: about.from.iso8601, back_on: about.back&.iso8601, note: about.note, now: about.covers?(today),
          words: about.words(today) }
      end

      # Many pupils in short.
      def self.list(studio, pupils, today)
        roll = Roll.new(studio, pupils)
        pupils.map { summary(_1, today, roll) }
      end

      # The row with its path in short: how many skills stand where, the next two, when last seen.
      def self.summary(pupil, today, roll)
        wanted = roll.wanted(pupil)
        path = roll.remember(pupil, :path, today, wanted) do
          subject = Subject.pupil(pupil, today, roll:)
          { counts: counts(subject), next: proposals(subject, wanted) }
        end
        { **row(pupil, today), last_seen: roll.last_seen(pupil)&.iso8601, **path, look: brief_looks(pupil, today, roll), in_work: in_work(roll.in_work(pupil)) }
      end

      # What wants the teacher's eye, from the roll.
      def self.brief_looks(pupil, today, roll)
        measured_on = roll.measured_on(pupil)
        roll.remember(pupil, :looks, today, measured_on, returned(pupil, today)) do
          looks(Subject.pupil(pupil, today, roll:), roll.last_seen(pupil), measured_on)
        end
      end

      # Everything the pupil page shows.
      def self.whole(pupil, today)
        subject = Subject.pupil(pupil, today)
        roll = Roll.new(pupil.studio, [pupil])
        { **row(pupil, today), path: path(subject), next: proposals(subject, roll.wanted(pupil)), marks: record(pupil, subject.marks),
          cards: CardAnswer.list(pupil), tunes: tunes(subject), look: looks(subject, subject.marks.last&.made_on, roll.measured_on(pupil)),
          holds: pupil.holds.map(&:to_answer), notes: HomeNotes.open(pupil.id), recordings: roll.recordings(pupil),
          promises: pupil.promises.map(&:to_answer), progress: progress(subject, today) }
      end

      # What a mark changes, from the pupil's digest: neither years of marks nor cards are read for it.
      def self.marked(pupil, today)
        roll = Roll.new(pupil.studio, [pupil])
        subject = Subject.pupil(pupil, today, roll:)
        { **row(pupil, today), path: path(subject), next: proposals(subject, roll.wanted(pupil)), tunes: marked_tunes(roll.marked_tunes(pupil)),
          look: looks(subject, roll.last_seen(pupil), roll.measured_on(pupil)), holds: pupil.holds.map(&:to_answer) }
      end

      # The marks, newest first, those that were struck out too; what each took the place of. standing: those that stand, oldest first.
      def self.record(pupil, standing)
        struck = pupil.uncorrected.where(struck: true).all
        all = struck.empty? ? standing : (standing + struck).sort_by { [_1.made_on, _1.id] }
        old = pupil.marks_dataset.where(id: all.filter_map(&:corrects_id)).select_hash(:id, :value)
        all.reverse.map { mark(_1, was: old[_1.corrects_id]) }
      end

      # was: value of the mark that it took the place of, or nil.
      def self.mark(mark, was: nil)
        { id: mark.id, skill: mark.skill, tune_id: mark.tune_id, value: mark.value, note: mark.note, made_on: mark.made_on.iso8601, tempo: mark.tempo,
          checks: mark.checks || [], source: mark.source, struck: mark.struck, was:, corrects_id: mark.corrects_id }
      end

      # wanted: skill ids that tunes in work ask for.
      def self.proposals(subject, wanted)
        Fawnmoss::Path::NextSkills.new(subject.map, subject.states, wanted:).list.map do |proposal|
          { skill: proposal.skill.id, name: proposal.skill.name, reasons: proposal.reasons, task: proposal.skill.task,
            checks: proposal.skill.checks, caution: proposal.skill.caution, say: proposal.skill.say, scale: proposal.skill.scale }
        end
      end

      def self.looks(subject, last_seen, measured_on)
        pupil = subject.pupil
        looks = subject.attention.list(last_seen:, measured_on:, birth_year: pupil.birth_year, returned: returned(pupil, subject.today))
        looks.map { { kind: _1.kind, words: _1.words, skill: _1.skill } }
      end

      def self.returned(pupil, today) = Fawnmoss::Path::Absence.returned(pupil.absence_values, today)

      def self.in_work(card) = card && { card_id: card[:id], title: card[:title], issued_on: card[:issued_on].iso8601 }

      def self.path(subject)
        subject.map.skills.map do |skill|
          state = subject.states.of(skill.id)
          { state: state.name.to_s, why: state.why, held: state.held, last_on: state.last_on&.iso8601, scale: skill.scale,
            needs: skill.needs, faults: skill.faults,
            **skill.to_h.slice(:id, :name, :stage, :area, :task, :say, :checks, :caution, :tempo, :own) }
        end
      end

      def self.counts(subject)
        subject.map.ids.map { subject.brief.name(_1).to_s }.tally.then { |found| STATES.to_h { [_1, found.fetch(_1, 0)] } }
      end

      def self.progress(subject, today)
        Fawnmoss::Path::Progress.weekly(subject.evidence, subject.map.ids, today:, rules: subject.rules, map: subject.map)
                                .map { |week| { **week.to_h, on: week.on.iso8601 } }
      end

      # Tunes the pupil has marks for: title, last value, how often.
      def self.tunes(subject)
        marked = subject.marks.select(&:tune_id).group_by(&:tune_id)
        titles = Models::Tune.where(id: marked.keys).select_hash(:id, :title)
        marked.map { |id, marks| { id:, title: titles[id], value: marks.last.value, times: marks.size, last_on: marks.last.made_on.iso8601 } }
      end

      # The same from a digest: { tune id => [last value, date, times] }.
      def self.marked_tunes(marked)
        titles = Models::Tune.where(id: marked.keys).select_hash(:id, :title)
        marked.map { |id, (value, on, times)| { id: id.to_i, title: titles[id.to_i], value:, times:, last_on: on } }
      end
      private_class_method :absence, :returned, :path, :progress, :tunes, :marked_tunes
    end
  end
end
