# frozen_string_literal: true

# Weekly lessons of their own: more than one, each from a day and up to one, so that a changed time keeps what lay before it. Pupils who pause or leave.
Sequel.migration do
  up do
    create_table(:slots) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      Integer :weekday, null: false # 1 Monday .. 7 Sunday (ISO 8601)
      String :time, size: 5
      Integer :minutes, null: false
      Date :from_date, null: false
      Date :to_date # the last day that it can be on; nil while it goes on
      constraint(:slots_weekday) { (weekday >= 1) & (weekday <= 7) }
      constraint(:slots_minutes) { (minutes >= 5) & (minutes <= 180) }
      constraint(:slots_order) { to_date >= from_date }
      index :pupil_id
      index :studio_id
    end
    create_table(:absences) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      String :kind, size: 8, null: false
      Date :from_date, null: false
      Date :back_on # the first day here again; nil while that is open
      String :note, size: 200, null: false, default: ''
      constraint(:absences_kind, kind: %w[paused left])
      constraint(:absences_order) { back_on > from_date }
      index :pupil_id
      index :studio_id
    end
    weekly = from(:pupils).exclude(lesson_day: nil)
    from(:slots).insert(%i[studio_id pupil_id weekday time minutes from_date],
                        weekly.select(:studio_id, :id, :lesson_day, :lesson_time, :lesson_minutes,
Sequel.function(:coalesce, :lesson_from, Sequel.lit('CURRENT_DATE'))))
    alter_table(:pupils) do
      drop_constraint(:pupils_day, type: :check)
      drop_column :lesson_day
      drop_column :lesson_time
      drop_column :lesson_from
    end
  end

  down do
    alter_table(:pupils) do
      add_column :lesson_day, Integer
      add_column :lesson_time, String, size: 5
      add_column :lesson_from, Date
      add_constraint(:pupils_day) { (lesson_day >= 1) & (lesson_day <= 7) }
    end
    from(:slots).where(to_date: nil).order(:from_date).each do |slot|
      from(:pupils).where(id: slot[:pupil_id]).update(lesson_day: slot[:weekday], lesson_time: slot[:time], lesson_from: slot[:from_date])
    end
    drop_table(:absences)
    drop_table(:slots)
  end
end
