# frozen_string_literal: true

require 'csv'

module FawnmossServer
  module Actions
    # How a pupil, and how all pupils, get on.
    module Progress
      WEEKS = (4..104)

      def self.of(pupil, fields, today)
        weeks = fields.integer('weeks', WEEKS, default: 14)
        subject = Subject.pupil(pupil, today)
        { pupil: pupil.values.slice(:id, :name, :instrument, :size), weeks: weekly(subject, today, weeks), areas: areas(subject), tempi: tempi(subject),
          tunes: finished(subject), practice: practice(pupil, today, weeks), stuck: stuck(subject),
          rusty: subject.map.skills.select { subject.states.name(_1.id) == :rusty }.map(&:name) }
      end

      # The numbers behind the plots: every mark that stands, a row each.
      def self.csv(pupil)
        titles = Models::Tune.where(studio_id: pupil.studio_id).select_hash(:id, :title)
        names = pupil.studio.skills.to_h { [_1.id, _1.name] }
        CSV.generate do |csv|
          csv << %w[date about kind value tempo source note]
          pupil.standing_marks.each do |mark|
            about = mark.skill ? names[mark.skill] || mark.skill : titles[mark.tune_id]
            csv << [mark.made_on.iso8601, plain(about), mark.skill ? 'skill' : 'tune', mark.value, mark.tempo, mark.source, plain(mark.note)]
          end
        end
      end

      # A text that a spreadsheet will not take for a formula.
      def self.plain(text) = text.to_s.match?(/\A[=+\-@\t\r]/) ? "'#{text}" : text.to_s

      # All pupils in one table.
      def self.across(studio, today)
        pupils = studio.pupils.reject { _1.away?(today) }
        roll = Roll.new(studio, pupils)
        told = told(studio, today)
        { pupils: pupils.map { |pupil| line(pupil, roll, told, today) } }
      end

      # Words for a parent. fields: from and to.
      def self.report(pupil, fields, today)
        to = fields.date('to', (today - 3650)..today, default: today)
        from = fields.date('from', (today - 3650)..today, default: to - 112)
        subject = Subject.pupil(pupil, to)
        lessons = subject.marks.select { _1.source == 'lesson' }.map(&:made_on)
        report = Fawnmoss::Path::TermReport.new(name: pupil.name, map: subject.map, marks: subject.evidence, from:, to:, rules: subject.rules,
                                                lessons:, tunes: tunes(subject), practice: told_days(pupil))
        { pupil: pupil.values.slice(:id, :name, :instrument), studio: pupil.studio.name, from: from.iso8601, to: to.iso8601, parts: report.parts.map(&:to_h),
          own: (own(pupil, from, to) || Models::ReportWords.new(words: '', note: '', lock_version: 0)).to_answer }
      end

      # The teacher's own words in the report of these days. Raises Stale when another window was first.
      def self.say(pupil, fields, today)
        range = (today - 3650)..today
        from, to = %w[from to].map { fields.date(_1, range) || fields.refuse(_1, 'The day is missing.', nil) }
        changes = { words: fields.text('words', max: 2000, default: ''), note: fields.text('note', max: 1000, default: '') }
        Models::ReportWords.dataset.insert_ignore.insert(studio_id: pupil.studio_id, pupil_id: pupil.id, from_date: from, to_date: to)
        row = own(pupil, from, to) || raise(Missing)
        row.save_or_stale(fields.integer('lock_version', 0..1_000_000), changes) { row.to_answer }
        row.to_answer
      end

      def self.own(pupil, from, to) = Models::ReportWords.first(pupil_id: pupil.id, from_date: from, to_date: to)

      def self.weekly(subject, today, weeks)
        Fawnmoss::Path::Progress.weekly(subject.evidence, subject.map.ids, today:, weeks:, rules: subject.rules, map: subject.map).map { { **_1.to_h, on: _1.on.iso8601 } }
      end

      def self.areas(subject)
        subject.map.skills.group_by(&:area).map do |area, skills|
          counts = skills.map { subject.states.name(_1.id).to_s }.tally
          { area:, **PupilAnswer::STATES.to_h { [_1.to_sym, counts.fetch(_1, 0)] } }
        end
      end

      # Of skills and of tunes, whose goal is not known here.
      def self.tempi(subject)
        marks = subject.marks.select(&:tempo).map { |mark| mark.skill ? mark.to_value : mark.to_value.copy(skill: "tune #{mark.tune_id}") }
        goals = subject.map.skills.to_h { [_1.id, _1.tempo] }
        names = subject.map.skills.to_h { [_1.id, _1.name] }.merge(titles(subject).transform_keys { "tune #{_1}" })
        Fawnmoss::Path::Progress.tempi(marks, goals).map do |one|
          { name: names.fetch(one.about, one.about), goal: one.goal, points: one.points.map { |on, tempo| { on: on.iso8601, tempo: } } }
        end
      end

      def self.titles(subject) = Models::Tune.where(id: subject.marks.filter_map(&:tune_id).uniq).select_hash(:id, :title)

      def self.tunes(subject)
        titles = titles(subject)
        subject.marks.select(&:tune_id).group_by(&:tune_id).map { |id, marks| { title: titles[id], value: marks.last.value, on: marks.last.made_on } }
      end

      def self.finished(subject) = tunes(subject).select { _1[:value] == 3 }.sort_by { _1[:on] }.map { { title: _1[:title], on: _1[:on].iso8601 } }

      # { Date => minutes } as told from the pupil's cards.
      def self.told_days(pupil)
        Models::CardReport.standing(pupil.cards_dataset.select(:id)).select { _1.kind == 'minutes' }.group_by(&:day).transform_values { |list| list.sum(&:value) }
      end

      def self.practice(pupil, today, weeks)
        Fawnmoss::Path::Progress.practised(told_days(pupil), pupil.minutes_per_day * pupil.days_per_week, today:, weeks:).map { { **_1.to_h, on: _1.on.iso8601 } }
      end

      def self.stuck(subject)
        subject.attention.stuck_skills.map { |skill, since| { name: skill.name, since: since.iso8601 } }
      end

      # { pupil id => minutes told in the last four weeks }, one query for the whole studio.
      def self.told(studio, today)
        reports = FawnmossServer.db[:card_reports].join(:cards, id: :card_id).where(Sequel[:card_reports][:studio_id] => studio.id, kind: 'minutes')
        rows = reports.where(day: (today - 27)..today).select_group(:pupil_id, :card_id, :day).select_append { max(value).as(minutes) }.all
        rows.group_by { _1[:pupil_id] }.transform_values { |own| own.sum { _1[:minutes] } }
      end

      def self.line(pupil, roll, told, today)
        counts = roll.remember(pupil, :counts, today) { PupilAnswer.counts(Subject.pupil(pupil, today, roll:)) }
        { **pupil.values.slice(:id, :name, :instrument, :size), last_seen: roll.last_seen(pupil)&.iso8601, minutes: told.fetch(pupil.id, 0),
          counts:, planned: pupil.minutes_per_day * pupil.days_per_week * 4, look: PupilAnswer.brief_looks(pupil, today, roll) }
      end
      private_class_method :own, :plain, :weekly, :areas, :tempi, :titles, :tunes, :finished, :told_days, :practice, :stuck, :told, :line
    end
  end
end
