# frozen_string_literal: true

# Pupils who have a lesson together: with a weekly time of their own, changes of it, and what was held.
Sequel.migration do
  up do
    create_table(:groups) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      String :name, size: 60, null: false
      Integer :minutes, null: false, default: 45
      Integer :lock_version, null: false, default: 0
      constraint(:groups_minutes) { (minutes >= 10) & (minutes <= 180) }
      index %i[studio_id name], unique: true
    end
    create_table(:group_members) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :group_id, :groups, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      index %i[group_id pupil_id], unique: true
      index :pupil_id
    end
    create_table(:group_lessons) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :group_id, :groups, type: :Bignum, null: false, on_delete: :cascade
      Date :held_on, null: false
      Integer :minutes, null: false
      String :status, size: 8, null: false, default: 'planned'
      column :wishes, 'text', null: false # JSON: tune_id, key, added, dropped
      column :items, 'mediumtext' # JSON: the plan as it stood when the lesson began
      column :roll, 'text', null: false # JSON: { pupil id => true when there }
      String :note, size: 2000, null: false, default: ''
      Integer :lock_version, null: false, default: 0
      constraint(:group_lessons_status, status: %w[planned running done])
      index %i[group_id held_on], unique: true
      index %i[studio_id held_on]
    end
    alter_table(:slots) do
      set_column_allow_null :pupil_id
      add_foreign_key :group_id, :groups, type: :Bignum, on_delete: :cascade
    end
    alter_table(:lesson_changes) do
      set_column_allow_null :pupil_id
      add_foreign_key :group_id, :groups, type: :Bignum, on_delete: :cascade
      add_index %i[group_id on_date], unique: true # rubocop:disable Sequel/ConcurrentIndex -- MariaDB knows none
    end
  end

  down do
    from(:lesson_changes).where(pupil_id: nil).delete
    from(:slots).where(pupil_id: nil).delete
    alter_table(:lesson_changes) do
      drop_foreign_key :group_id
      set_column_not_null :pupil_id
    end
    alter_table(:slots) do
      drop_foreign_key :group_id
      set_column_not_null :pupil_id
    end
    drop_table(:group_lessons, :group_members, :groups)
  end
end
