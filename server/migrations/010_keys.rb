# frozen_string_literal: true

# A promise and a report of pain have a key made where they were, as marks have, so that sending them twice counts once.
Sequel.migration do
  up do
    # MariaDB knows no concurrent indexes.
    alter_table(:promises) do
      add_column :promise_key, String, size: 40
      add_index %i[pupil_id promise_key], unique: true # rubocop:disable Sequel/ConcurrentIndex
    end
    alter_table(:holds) do
      add_column :hold_key, String, size: 40 # of the report that was added last
    end
  end
end
