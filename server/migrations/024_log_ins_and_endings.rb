# frozen_string_literal: true

# Which browser a log-in is of, and when a closed studio is erased.
Sequel.migration do
  change do
    alter_table(:account_active_session_keys) { add_column :browser, String, size: 60, null: false, default: '' } # "Firefox on Linux"
    alter_table(:accounts) { add_column :erase_at, DateTime } # of an account that was closed (status 3)
  end
end
