# frozen_string_literal: true

module FawnmossServer
  module Models
    # One teacher's studio: every other row is reached through it, so a foreign id is simply not there.
    class Studio < Sequel::Model(FawnmossServer.db[:studios])
      include Turns

      plugin :serialization, :json, :rules, :concert, :listening
      one_to_many :skill_changes, class: 'FawnmossServer::Models::SkillChange', order: %i[moved_at id]
      one_to_many :lessons, class: 'FawnmossServer::Models::Lesson'
      one_to_many :holds, class: 'FawnmossServer::Models::Hold'
      one_to_many :promises, class: 'FawnmossServer::Models::Promise'
      one_to_many :lesson_changes, class: 'FawnmossServer::Models::LessonChange'
      one_to_many :holidays, class: 'FawnmossServer::Models::Holiday', order: :from_date
      one_to_many :tapes, class: 'FawnmossServer::Models::Tape'
      one_to_many :pupils, class: 'FawnmossServer::Models::Pupil', order: :name, eager: %i[slots absences]
      one_to_many :groups, class: 'FawnmossServer::Models::Group', order: :name, eager: %i[slots pupils]
      one_to_many :slots, class: 'FawnmossServer::Models::Slot'
      one_to_many :absences, class: 'FawnmossServer::Models::Absence'
      one_to_many :tunes, class: 'FawnmossServer::Models::Tune', order: :title
      one_to_many :charts, class: 'FawnmossServer::Models::Chart'
      one_to_many :cards, class: 'FawnmossServer::Models::Card'
      one_to_many :takes, class: 'FawnmossServer::Models::Take'

      dataset_module do
        def not_closed = where(account_id: FawnmossServer.db[:accounts].where(status_id: Accounts::OPEN).select(:id))

        # Those in which an account is an assistant, in the order in which it came to them.
        def of_assistant(account_id)
          members = FawnmossServer.db[:members].where(account_id:)
          not_closed.where(id: members.select(:studio_id)).order(members.where(studio_id: Sequel[:studios][:id]).select(:id))
        end
      end

      # Each raises Missing unless the row is in this studio.
      def pupil(id) = (pupils_dataset.first(id: whole(id)) || raise(Missing)).tap { _1.associations[:studio] = self }
      def tune(id) = tunes_dataset.first(id: whole(id)) || raise(Missing)
      def chart(id) = charts_dataset.first(id: whole(id)) || raise(Missing)
      def card(id) = cards_dataset.first(id: whole(id)) || raise(Missing)
      def lesson(id) = lessons_dataset.first(id: whole(id)) || raise(Missing)
      def hold(id) = holds_dataset.first(id: whole(id)) || raise(Missing)
      def tape(id) = tapes_dataset.first(id: whole(id)) || raise(Missing)
      def lesson_change(id) = lesson_changes_dataset.first(id: whole(id)) || raise(Missing)
      def group(id) = groups_dataset.first(id: whole(id)) || raise(Missing)
      def slot(id) = slots_dataset.first(id: whole(id)) || raise(Missing)
      def absence(id) = absences_dataset.first(id: whole(id)) || raise(Missing)
      def holiday(id) = holidays_dataset.first(id: whole(id)) || raise(Missing)
      def take(id) = takes_dataset.first(id: whole(id)) || raise(Missing)
      def promise(id) = promises_dataset.first(id: whole(id)) || raise(Missing)

      # Fawnmoss::Path::Rules: the usual ones with what the studio changed.
      def ruleset = @ruleset ||= Fawnmoss::Path::Rules.build(rules)

      # Fawnmoss::Listening::House: how the studio listens.
      def house = Fawnmoss::Listening::House.build(listening)

      # Itself as it is now, nothing remembered: what a request answers with after it changed something that is worked out once.
      def anew = self.class[id] || raise(Missing)

      # Fawnmoss::Path::StudioPath: the path as the studio teaches it.
      def path = @path ||= Fawnmoss::Path::StudioPath.new(skill_changes.map(&:to_value), FawnmossServer.catalogue.skills)

      # Every skill the studio teaches, in its order.
      def skills = path.skills

      # Fawnmoss::Path::SkillMap of an instrument and schools; that of a studio without changes is kept for all of them.
      def map(instrument, schools) = skill_changes.empty? ? FawnmossServer.catalogue.path(instrument, schools) : path.map(instrument, schools)

      # Fawnmoss::Path::Calendar of all pupils.
      def calendar
        @calendar ||= Fawnmoss::Path::Calendar.new((pupils + groups).flat_map(&:slot_values), lesson_changes.map(&:to_value), holidays.map(&:to_value),
                                                          pupils.flat_map(&:absence_values))
      end

      # Everything of the studio that states and plans depend on, also as one number, good in this process.
      # A change taken back and made anew is another row, whatever its lock version.
      def print = @print ||= evidence.hash
      def evidence = @evidence ||= [rules, skill_changes.map { [_1.id, _1.lock_version] }]

      # { tune id => { pupils:, last_card: } } of the tunes that have charts: how many pupils have one, and the date of the card
      # issued last. One query. tune_id: of one tune or some, nil for all.
      def tune_use(tune_id = nil)
        charts = tune_id ? charts_dataset.where(tune_id:) : charts_dataset
        rows = charts.from_self(alias: :chart).left_join(:cards, chart_id: Sequel[:chart][:id]).group(Sequel[:chart][:tune_id])
                     .select(Sequel[:chart][:tune_id]).select_append { count(Sequel[:chart][:pupil_id]).distinct.as(pupils) }
                     .select_append { max(Sequel[:cards][:issued_on]).as(last_card) }
        rows.naked.to_h { |row| [row[:tune_id], { pupils: row[:pupils], last_card: row[:last_card]&.iso8601 }] }
      end

      private

      def whole(id) = id.to_s.match?(/\A\d{1,18}\z/) ? id.to_i : raise(Missing)
    end
  end
end
