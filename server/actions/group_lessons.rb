# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Lessons of a group: planned from all members' states, one tune in one key for all, marks for several at once, cards for all in one step.
    class GroupLessons
      # The lesson of a day, as it is planned now or was begun. fields: date, the next one by the calendar when not given.
      def self.read(studio, group_id, fields, today)
        group = studio.group(group_id)
        date = fields.date('date', (today - 400)..(today + 400)) || studio.calendar.next_for(group.key, today)&.date || today
        new(studio, group, date, today).answer
      end

      # Keeps what the teacher wishes: tune_id, key, parts, added, dropped; who is there; the note. fields: date, lock_version.
      def self.save(studio, group_id, fields, today)
        group = studio.group(group_id)
        date = fields.date('date', (today - 400)..(today + 400)) || fields.refuse('date', 'The day is missing.', nil)
        new(studio, group, date, today).tap { _1.save(fields) }.answer
      end

      # The keys that suit all, and what each has to watch for in the tune. fields: date.
      def self.parts(studio, group_id, fields, today)
        group = studio.group(group_id)
        new(studio, group, fields.date('date', (today - 400)..(today + 400)) || today, today).parts
      end

      AHEAD = %i[cards charts].freeze # made ready for a day to come; a lesson is not held before its day

      # begin, finish, mark, cards or charts of a lesson's day.
      def self.act(studio, group_id, fields, today, act)
        group = studio.group(group_id)
        date = fields.date('date', (today - 400)..(today + 400)) || today
        fields.refuse('date', 'This lesson is still to come.', 'Begin it on its day.') if date > today && !AHEAD.include?(act)
        new(studio, group, date, today).public_send(act, fields)
      end

      def initialize(studio, group, date, today)
        @studio = studio
        @group = group
        @date = date
        @today = today
        @pupils = group.pupils.each { _1.associations[:studio] = studio }
      end

      def answer
        { group: Groups.answer(@group), date: @date.iso8601, minutes:, status: row&.status || 'planned', items:,
          wishes: { **wishes.slice('tune_id', 'key', 'added', 'dropped'), parts: wishes['parts'].select { known?(_1['pupil_id']) } },
          roll: @pupils.map { { pupil_id: _1.id, there: there?(_1) } }, note: row&.note || '', marks: marks_given, lock_version: row&.lock_version || 0 }
      end

      def save(fields)
        changes = {}
        changes[:wishes] = wished(fields) if fields.given?('wishes')
        changes[:roll] = called(fields) if fields.given?('roll')
        changes[:note] = fields.text('note', max: 2000) if fields.given?('note')
        kept.save_or_stale(fields.integer('lock_version', 0..1_000_000, default: 0), changes) { answer }
        @row = nil
      end

      def called(fields)
        fields.list('roll', max: Groups::MOST).to_h { [_1.integer('pupil_id', 1..(10**18)).to_s, _1.flag('there', optional: false)] }
      end

      # The plan stands as it is now.
      def begin(_fields)
        kept.update(status: 'running', items:) if kept.status == 'planned'
        answer
      end

      # One mark for several: fields: skill or tune_id, marks: [{ pupil_id:, value: }], key.
      def mark(fields)
        key = fields.key('key')
        about = fields.given?('tune_id') ? { 'tune_id' => fields.raw('tune_id') } : { 'skill' => fields.text('skill', max: 60) }
        FawnmossServer.db.transaction do
          fields.list('marks', max: Groups::MOST).each do |one|
            pupil = member(one)
            lesson = diary(pupil)
            given = { **about, 'value' => one.integer('value', 0..3), 'lesson_id' => lesson.id, 'key' => "#{key[0, 20]}-#{pupil.id}" }
            RecordMark.call(@studio, pupil.id, Inputs::Fields.new(given), @today)
          end
        end
        answer
      end

      # It is over: the diary of everybody who was there has it.
      def finish(_fields)
        FawnmossServer.db.transaction do
          kept.update(status: 'done', items:)
          kept.present(@pupils).each { |pupil| diary(pupil) }
        end
        answer
      end

      # A card for each who was there: of the tune in the key for all, each with the part that is wished; once under a key. fields: note, key.
      def cards(fields)
        parts = chosen(fields)
        note = fields.text('note', max: 500, default: '')
        given = Inputs::Fields.new({ 'note' => note, 'key' => fields.key('key', optional: true) }.compact)
        issued = kept.present(@pupils).map { |pupil| Cards.issue(@studio, parts.chart(pupil), given, @today) }
        { cards: issued.map { CardAnswer.summary(_1) } }
      end

      # The charts of all who are there, in the key for all, as they stand under one another in a score: { tune_id:, charts: ids }.
      def charts(fields)
        parts = chosen(fields)
        ids = kept.present(@pupils).map { |pupil| parts.chart(pupil) }
        { tune_id: wishes['tune_id'], charts: @studio.charts_dataset.where(id: ids).all.sort_by(&:in_score).map(&:id) }
      end

      def parts = wishes['tune_id'] ? GroupParts.new(@studio.tune(wishes['tune_id']), @pupils, wishes, @today).answer : GroupParts::NONE

      private

      def chosen(fields)
        tune_id = wishes['tune_id'] || fields.refuse('tune_id', 'No tune is chosen.', 'Choose a tune for the group first.')
        GroupParts.new(@studio.tune(tune_id), @pupils, wishes, @today)
      end

      def row = @row ||= @group.lessons_dataset.first(held_on: @date)
      def minutes = row&.minutes || @group.minutes
      def wishes = { 'tune_id' => nil, 'key' => nil, 'parts' => [], 'added' => [], 'dropped' => [] }.merge(row&.wishes || {})
      # As they were when it began; before that as they are planned now.
      def items = row&.items || plan.map(&:to_h)
      def there?(pupil) = row ? row.roll.fetch(pupil.id.to_s, true) : true

      def kept
        row || begin
          Models::GroupLesson.dataset.insert_ignore.insert(studio_id: @studio.id, group_id: @group.id, held_on: @date, minutes: @group.minutes,
                                                           wishes: '{}', roll: '{}')
          row
        end
      end

      def plan
        roll = Roll.new(@studio, @pupils)
        members = @pupils.map do |pupil|
          Fawnmoss::Path::Plan::Together::Member.new(id: pupil.id, name: pupil.name, situation: Planning.situation(pupil, @date, minutes, nil, roll:))
        end
        tune = wishes['tune_id'] && @studio.tunes_dataset.first(id: wishes['tune_id'])
        asked = { tune: tune && { id: tune.id, title: tune.title }, added: wishes['added'], dropped: wishes['dropped'] }
        Fawnmoss::Path::Plan::Together.new(members, minutes, **asked).items
      end

      def wished(fields)
        given = fields.object('wishes')
        tune_id = given.integer('tune_id', 1..(10**18), optional: true)
        @studio.tune(tune_id) if tune_id
        key = given.text('key', max: 20, default: '')
        known = @pupils.flat_map { @studio.map(_1.instrument, _1.schools).ids }
        added, dropped = %w[added dropped].map { given.words(_1, Inputs::SkillInput::ID, max: 40) & known }
        parts = given.list('parts', max: Groups::MOST).map { part(_1) }.uniq { _1['pupil_id'] }
        { 'tune_id' => tune_id, 'key' => key.empty? ? nil : key, 'parts' => parts, 'added' => added, 'dropped' => dropped }
      end

      def part(one) = { 'pupil_id' => member(one).id, **Charts.kind(one).transform_keys(&:to_s) }

      def known?(id) = @pupils.any? { _1.id == id }

      def member(one)
        id = one.integer('pupil_id', 1..(10**18))
        @pupils.find { _1.id == id } || one.refuse('pupil_id', 'This pupil is not in the group.', 'Choose one of its members.')
      end

      # The pupil's own lesson of that day, to which the marks belong; where there is none, it is made of the group's.
      def diary(pupil)
        own = Planning.kept(pupil, @date, minutes)
        return own if own.status != 'planned' || single?(pupil)

        own.update(status: 'done', minutes:, items: items.map { as_lesson_item(_1) }, note: kept.note, clock: { 'seconds' => {}, 'at' => 0, 'reached' => [] })
        own
      end

      # The pupil has a lesson alone on that day too: its plan is not touched.
      def single?(pupil) = @studio.calendar.between(@date, @date).any? { _1.pupil == pupil.id && _1.held? }

      # An item of the group's in the shape of a lesson's own.
      def as_lesson_item(item)
        item = JSON.parse(JSON.generate(item))
        kind = { 'skill' => 'review' }.fetch(item['kind'], item['kind'])
        id = Fawnmoss::Path::Plan::ItemId.text(kind, item['skill'] || item['tune'])
        { **item.slice('title', 'minutes', 'skill', 'tune', 'words', 'say', 'scale'), 'id' => id, 'kind' => kind,
          'reasons' => ["with #{@group.name}"], 'tune_title' => nil, 'line' => nil, 'checks' => [], 'caution' => nil, 'pinned' => false, 'also' => [],
          'faults' => [], 'tempo' => nil, 'steps' => [], 'chart_id' => nil }
      end

      # The last mark of each for each thing of this lesson.
      def marks_given
        lessons = Models::Lesson.where(pupil_id: @pupils.map(&:id), held_on: @date).select_hash(:id, :pupil_id)
        Models::Mark.where(lesson_id: lessons.keys).standing.order(:id).map { { pupil_id: lessons[_1.lesson_id], skill: _1.skill, tune_id: _1.tune_id, value: _1.value } }
      end
    end
  end
end
