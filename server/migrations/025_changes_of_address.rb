# frozen_string_literal: true

# Another address for an account, which holds once both sides have agreed.
Sequel.migration do
  change do
    create_table(:account_login_change_keys) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true, on_delete: :cascade
      String :key, size: 255, null: false
      String :login, size: 255, null: false
      DateTime :deadline, null: false
      TrueClass :old_agreed, null: false, default: false
      TrueClass :new_agreed, null: false, default: false
    end
  end
end
