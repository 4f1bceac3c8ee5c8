# frozen_string_literal: true

# An account is open only once a letter to its address was answered.
Sequel.migration do
  change do
    create_table(:account_verification_keys) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true, on_delete: :cascade
      String :key, size: 255, null: false
      DateTime :requested_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      DateTime :email_last_sent, null: false, default: Sequel::CURRENT_TIMESTAMP
    end
  end
end
