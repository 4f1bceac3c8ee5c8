# frozen_string_literal: true

# A tune that is not in use is put away, not deleted: its charts and cards stay.
Sequel.migration do
  up do
    alter_table(:tunes) { add_column :archived_at, DateTime }
  end
end
