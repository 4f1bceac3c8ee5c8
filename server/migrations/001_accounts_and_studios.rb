# frozen_string_literal: true

# Accounts in the shape Rodauth expects, and the studio each owns.
Sequel.migration do
  change do
    create_table(:accounts) do
      primary_key :id, type: :Bignum
      Integer :status_id, null: false, default: 2 # 2 = open; there is no mail to verify by
      String :email, size: 255, null: false, unique: true
      String :password_hash, size: 255
      DateTime :created_at, null: false, size: 6, default: Sequel::CURRENT_TIMESTAMP
    end

    create_table(:account_login_failures) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true, on_delete: :cascade
      Integer :number, null: false, default: 1
    end

    create_table(:account_lockouts) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true, on_delete: :cascade
      String :key, size: 255, null: false
      DateTime :deadline, null: false
      DateTime :email_last_sent
    end

    create_table(:studios) do
      primary_key :id, type: :Bignum
      foreign_key :account_id, :accounts, type: :Bignum, null: false, unique: true, on_delete: :cascade
      String :name, size: 120, null: false
    end
  end
end
