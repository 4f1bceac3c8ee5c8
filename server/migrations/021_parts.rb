# frozen_string_literal: true

# A chart is of the tune, or of a part worked out to go with it.
Sequel.migration do
  up do
    alter_table(:charts) do
      add_column :part, String, size: 10, null: false, default: 'tune'
      add_constraint(:charts_part, part: %w[tune open])
      add_index %i[studio_id tune_id subject version part], unique: true, name: :charts_one_of_each # rubocop:disable Sequel/ConcurrentIndex -- MariaDB knows none
      drop_index %i[studio_id tune_id subject version] # rubocop:disable Sequel/ConcurrentIndex -- MariaDB knows none
    end
  end
  down do
    from(:charts).exclude(part: 'tune').delete
    alter_table(:charts) do
      add_index %i[studio_id tune_id subject version], unique: true # rubocop:disable Sequel/ConcurrentIndex -- MariaDB knows none
      drop_index [], name: :charts_one_of_each # rubocop:disable Sequel/ConcurrentIndex -- MariaDB knows none
      drop_constraint :charts_part
      drop_column :part
    end
  end
end
