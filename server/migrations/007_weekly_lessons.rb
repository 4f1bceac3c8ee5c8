# frozen_string_literal: true

# Since when a pupil's weekly lesson is as it is, so that calendars do not invent a past; and whether a cancelled lesson is owed.
Sequel.migration do
  up do
    alter_table(:pupils) { add_column :lesson_from, Date }
    from(:pupils).exclude(lesson_day: nil).update(lesson_from: Sequel.lit('CURRENT_DATE'))
    alter_table(:lesson_changes) { add_column :owed, TrueClass, null: false, default: false }
  end
end
