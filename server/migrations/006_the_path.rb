# frozen_string_literal: true

# Evidence with where it came from, pain holds, the studio's own path, lessons and what they promise, fit, calendar.
Sequel.migration do
  up do
    alter_table(:studios) do
      add_column :rules, 'text' # JSON of the rules that differ from the usual ones
      add_column :time_zone, String, size: 64, null: false, default: 'UTC'
      add_column :feed_nonce, String, size: 32, unique: true # of the calendar's private address; nil while there is none
    end

    alter_table(:pupils) do
      add_column :bow_hold, String, size: 8, null: false, default: 'french'
      add_column :days_per_week, Integer, null: false, default: 6
      add_column :background, String, size: 300, null: false, default: '' # previous playing, in a few words
      add_constraint(:pupils_bow_hold, bow_hold: %w[french german])
      add_constraint(:pupils_days) { (days_per_week >= 1) & (days_per_week <= 7) }
    end

    create_table(:lessons) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      Date :held_on, null: false
      Integer :minutes, null: false
      String :status, size: 8, null: false, default: 'planned'
      column :wishes, 'text', null: false # what the teacher changed about the plan
      column :items, 'mediumtext' # the plan as it stood when the lesson began
      column :clock, 'text' # seconds spent on each item, as the lesson's page counted them
      String :note, size: 2000, null: false, default: ''
      Integer :lock_version, null: false, default: 0
      constraint(:lessons_status, status: %w[planned running done])
      constraint(:lessons_minutes) { (minutes >= 5) & (minutes <= 180) }
      index %i[pupil_id held_on], unique: true
      index %i[studio_id held_on]
    end

    alter_table(:marks) do
      add_column :tempo, Integer
      add_column :checks, 'text'
      add_column :source, String, size: 10, null: false, default: 'lesson'
      add_column :mark_key, String, size: 40 # made where the mark was, so that sending it twice counts once
      add_foreign_key :lesson_id, :lessons, type: :Bignum, on_delete: :set_null
      add_constraint(:marks_tempo) { (tempo >= 20) & (tempo <= 300) }
      add_constraint(:marks_source, source: %w[lesson home recording])
      # MariaDB knows no concurrent indexes.
      add_index %i[pupil_id mark_key], unique: true # rubocop:disable Sequel/ConcurrentIndex
      add_index %i[pupil_id made_on] # rubocop:disable Sequel/ConcurrentIndex
    end

    # What of a pupil's marks still decides today's states; made anew from the marks whenever one is added.
    create_table(:pupil_digests) do
      foreign_key :pupil_id, :pupils, type: :Bignum, primary_key: true, on_delete: :cascade
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      column :body, 'mediumtext', null: false
      index :studio_id
    end

    create_table(:holds) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      String :skill, size: 60
      Date :held_on, null: false
      String :source, size: 8, null: false
      String :note, size: 300, null: false, default: ''
      Date :cleared_on
      String :cleared_note, size: 300, null: false, default: ''
      constraint(:holds_source, source: %w[card lesson])
      index %i[studio_id cleared_on]
      index %i[pupil_id]
    end

    create_table(:skill_changes) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      String :skill, size: 60, null: false
      TrueClass :hidden, null: false, default: false
      String :after_skill, size: 60
      Integer :moved_at # order of the moves
      column :texts, 'text', null: false
      column :added, 'text' # a skill of the studio's own, whole
      Integer :lock_version, null: false, default: 0
      index %i[studio_id skill], unique: true
    end

    create_table(:promises) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      String :kind, size: 8, null: false
      String :ref, size: 60, null: false, default: ''
      String :title, size: 120, null: false
      String :why, size: 20, null: false
      Date :made_on, null: false
      Date :kept_on
      constraint(:promises_kind, kind: %w[skill tune own])
      index %i[pupil_id kept_on]
      index %i[studio_id kept_on]
    end

    create_table(:fits) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      Date :measured_on, null: false
      BigDecimal :arm_cm, size: [4, 1]
      BigDecimal :string_mm, size: [6, 1]
      String :size, size: 12, null: false, default: ''
      String :note, size: 300, null: false, default: ''
      index %i[pupil_id measured_on]
    end

    create_table(:tapes) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      Integer :semitones, null: false
      Date :put_on, null: false
      Date :taken_off
      constraint(:tapes_dates) { taken_off >= put_on }
      index %i[pupil_id semitones]
    end

    create_table(:lesson_changes) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      String :kind, size: 9, null: false # cancelled, moved, extra
      Date :on_date # the weekly lesson it is about; nil for an extra one
      Date :to_date
      String :to_time, size: 5
      Integer :minutes
      String :note, size: 200, null: false, default: ''
      constraint(:lesson_changes_kind, kind: %w[cancelled moved extra])
      index %i[pupil_id on_date], unique: true
      index %i[studio_id to_date]
    end

    create_table(:holidays) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      Date :from_date, null: false
      Date :to_date, null: false
      String :name, size: 60, null: false
      constraint(:holidays_order) { to_date >= from_date }
      index %i[studio_id from_date]
    end

    # A card may be about skills alone; what its tune asks for is kept beside the long body.
    alter_table(:cards) do
      set_column_allow_null :chart_id
      add_column :demands, 'text'
      add_column :spots, 'text'
      add_foreign_key :lesson_id, :lessons, type: :Bignum, on_delete: :set_null
    end
    run "UPDATE cards SET demands = COALESCE(JSON_EXTRACT(body, '$.chart.demands'), '[]'), spots = '[]'"

    # What stays of pupils who were erased: numbers without a person.
    create_table(:past_counts) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      Integer :year, null: false
      String :instrument, size: 10, null: false
      Integer :pupils, null: false, default: 0
      Integer :lessons, null: false, default: 0
      Integer :marks, null: false, default: 0
      Integer :cards, null: false, default: 0
      index %i[studio_id year instrument], unique: true
    end
  end
end
