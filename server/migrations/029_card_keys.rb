# frozen_string_literal: true

# A card that is asked for again under its key, because the answer was lost, is issued once.
Sequel.migration do
  change do
    alter_table(:cards) do
      add_column :card_key, String, size: 40
      add_index %i[pupil_id card_key], unique: true # rubocop:disable Sequel/ConcurrentIndex -- MariaDB knows none
    end
  end
end
