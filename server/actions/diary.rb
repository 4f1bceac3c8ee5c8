# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The lessons that were, newest first: what was done, marked, noted, promised and given for home.
    module Diary
      PAGE = 12
      WORDS = 6 # looked for at once

      # fields: text: words of titles, notes and promises; from: how many are passed over. { lessons:, total: }
      def self.read(pupil, fields)
        words = Models::Tune.plain_words(fields.text('text', max: 80, default: '')).first(WORDS)
        held = pupil.lessons_dataset.unordered.where(begun_or_marked(pupil))
        found = words.inject(held) { |rows, word| rows.where(begins(held, word)) }
        page = found.reverse(:held_on).limit(PAGE, fields.integer('from', 0..100_000, default: 0)).all
        about = about(page.map(&:id))
        { lessons: page.map { |lesson| entry(lesson, about.transform_values { |rows| rows.fetch(lesson.id, []) }) }, total: found.count }
      end

      # One that was not begun too, once it has marks: of the group in which the pupil played on the same day.
      def self.begun_or_marked(pupil)
        Sequel.~(status: 'planned') | Sequel.expr(id: pupil.standing.unordered.exclude(lesson_id: nil).select(:lesson_id))
      end

      # What was noted last before a day: { lesson_id:, on:, note: } or nil.
      def self.last_note(pupil, day)
        row = pupil.lessons_dataset.unordered.exclude(status: 'planned').exclude(note: '').where { held_on < day }.reverse(:held_on).get(%i[id held_on note])
        row && noted(*row)
      end

      def self.noted(id, on, note) = { lesson_id: id, on: on.iso8601, note: }

      # A word that one of the lesson's begins with, or of what was noted with a mark or carried over.
      def self.begins(rows, word)
        pattern = "% #{rows.escape_like(word)}%"
        inner = "%#{rows.escape_like(word)}%"
        Sequel.like(:search, pattern) |
          Sequel.expr(id: FawnmossServer.db[:marks].where(Sequel.ilike(:note, inner)).exclude(lesson_id: nil).select(:lesson_id)) |
          Sequel.expr(id: FawnmossServer.db[:promises].where(Sequel.ilike(:title, inner)).exclude(lesson_id: nil).select(:lesson_id))
      end

      # What hangs on lessons, a query a kind: { kind => { lesson id => rows } }.
      def self.about(ids)
        marks = Models::Mark.where(lesson_id: ids).standing.order(:id)
        promises = Models::Promise.where(lesson_id: ids).order(:id)
        cards = FawnmossServer.db[:cards].where(lesson_id: ids).order(:number).select(:id, :number, :title, :lesson_id)
        { marks:, promises:, cards: }.transform_values { |rows| rows.all.group_by { _1[:lesson_id] } }
      end

      def self.entry(lesson, about)
        { id: lesson.id, held_on: lesson.held_on.iso8601, minutes: lesson.minutes, status: lesson.status, note: lesson.note,
          items: parts(lesson, about[:marks]),
          promises: about[:promises].map { { title: _1.title, kept: !_1.kept_on.nil? } }, cards: about[:cards].map { _1.slice(:id, :number, :title) } }
      end

      # A line for each thing of the lesson, and for each mark of something that is not in its list.
      def self.parts(lesson, marks)
        listed = lesson.parts(marks)
        lines = listed.map { |part, mark, reached| { title: part.title, kind: part.kind, value: mark&.value, note: mark ? mark.note : '', reached: } }
        others = marks.group_by { [_1.skill, _1.tune_id] }.values.map(&:last) - listed.map { _1[1] }
        lines + others.map { { title: title(lesson, _1), kind: 'other', value: _1.value, note: _1.note, reached: true } }
      end

      def self.title(lesson, mark)
        return mark.tune&.title.to_s unless mark.skill

        studio = lesson.pupil.studio
        studio.skills.find { _1.id == mark.skill }&.name || mark.skill
      end
      private_class_method :begun_or_marked, :begins, :about, :entry, :parts, :title
    end
  end
end
