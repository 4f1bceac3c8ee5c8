# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Places a pupil who already plays: tried as often as the teacher likes, then kept as marks of their own kind.
    class Placing
      TUNES = 8 # of them told at once

      # What would be had, and what the next lesson would hold then; nothing is kept.
      def self.try(studio, pupil_id, fields, today) = new(studio, pupil_id, fields, today).answer

      # Keeps it. Returns the answer; sent again under the same key it counts once.
      def self.keep(studio, pupil_id, fields, today) = new(studio, pupil_id, fields, today).tap { _1.keep(fields.key('key')) }.answer

      # Strikes the marks of the latest placing that stand. Returns how many.
      def self.take_back(studio, pupil_id)
        pupil = studio.pupil(pupil_id)
        FawnmossServer.db.transaction do
          pupil.lock!
          placed = pupil.standing.where(source: Fawnmoss::Path::Placement::SOURCE)
          last = placed.max(:made_on)
          old = last ? placed.where(made_on: last).all : []
          old.each { RecordMark.struck(pupil, _1, note: 'the placing was taken back') }.size
        end
      end

      def initialize(studio, pupil_id, fields, today)
        @studio = studio
        @pupil = studio.pupil(pupil_id)
        @today = today
        @map = studio.map(@pupil.instrument, @pupil.schools)
        @tunes = fields.integers('tunes', 1..(10**18), max: TUNES).uniq.map { studio.tune(_1) }
        @told = { stages: told_stages(fields), played: skills(fields, 'skills') | asked_for, with: skills(fields, 'with'), without: skills(fields, 'without') }
      end

      def keep(key)
        FawnmossServer.db.transaction do
          @pupil.lock!
          next if @pupil.marks_dataset.where(Sequel.like(:mark_key, "#{key}.%")).any?

          @placed = marks.size
          rows = marks.each_with_index.map do |mark, at|
            { studio_id: @studio.id, pupil_id: @pupil.id, skill: mark.skill, value: mark.value, made_on: mark.on, source: mark.source,
              note: '', checks: '[]', mark_key: "#{key}.#{at}" }
          end
          Models::Mark.dataset.multi_insert(rows)
          Models::PupilDigest.renew(@pupil)
        end
        @subject = @marks = nil
      end

      # { stages: [{ stage, how, skills: [{ id, name, had, state }] }], placed: how many skills it adds or added, had: of all, plan: the next lesson's items }
      def answer
        stages = Fawnmoss::Path::Placement.stages(@map, **@told)
        { stages: stages.map { |one| { stage: one.stage, how: one.how, skills: one.skills.map { |skill, had| shown(skill, had) } } },
          placed: @placed || marks.size, had: @map.ids.count { states.had?(_1) } + marks.size, skills: @map.skills.size, plan: }
      end

      private

      def subject = @subject ||= Subject.pupil(@pupil, @today)
      def states = subject.states

      # Those that the pupil's own marks do not say already; what hurts rests.
      def marks
        @marks ||= begin
          ids = Fawnmoss::Path::Placement.ids(@map, **@told).reject { states.had?(_1) || states.held?(_1) }
          Fawnmoss::Path::Placement.marks(ids, @today)
        end
      end

      def shown(skill, had)
        { id: skill.id, name: skill.name, had: had || states.had?(skill.id), state: states.name(skill.id).to_s }
      end

      def plan
        date = Planning.next_lesson(@pupil, @today)
        situation = Planning.situation(@pupil, date, @pupil.lesson_minutes, nil)
        Planning.plan(situation.copy(marks: situation.marks + marks)).items.map { { title: _1.heading, minutes: _1.minutes, kind: _1.kind } }
      end

      def told_stages(fields)
        known = @map.skills.map(&:stage).uniq
        fields.list('stages', max: known.size).to_h { [_1.choice('stage', known), _1.choice('how', Fawnmoss::Path::Placement::HOW)] }
      end

      def skills(fields, name) = fields.words(name, Inputs::SkillInput::ID, max: 200) & @map.ids

      # What the tunes ask for as they are printed, on the pupil's instrument. A tune that cannot be played there tells nothing.
      def asked_for
        return [] if @tunes.empty?

        scores = @tunes.map { _1.charted.score }
        request = Subject.instrument(@pupil.instrument, @studio).request('simple', Fawnmoss::Chart::Choices.new(slurs: true))
        Apart.run(:tries, @studio.id) { scores.flat_map { Fawnmoss::Chart::Asks.of(_1, request, FawnmossServer.catalogue).demand_bars.keys }.uniq }
      end
    end
  end
end
