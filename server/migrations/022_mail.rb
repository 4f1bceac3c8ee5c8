# frozen_string_literal: true

# Letters to those who have an account, and keys of forgotten passwords.
Sequel.migration do
  change do
    create_table(:mails) do
      primary_key :id, type: :Bignum
      foreign_key :account_id, :accounts, type: :Bignum, null: false, on_delete: :cascade
      String :kind, size: 20, null: false
      String :address, size: 255, null: false
      String :subject, size: 200, null: false
      column :body, 'text', null: false # emptied once it is sent
      String :state, size: 10, null: false, default: 'waiting' # waiting, sending, sent, unsure, given up
      Integer :tries, null: false, default: 0
      DateTime :due_at, null: false # the next try; while it is being sent, when that has taken too long
      DateTime :created_at, null: false
      String :trouble, size: 300, null: false, default: '' # of the last try
      index %i[state due_at]
    end

    create_table(:account_password_reset_keys) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true, on_delete: :cascade
      String :key, size: 255, null: false
      DateTime :deadline, null: false
      DateTime :email_last_sent, null: false, default: Sequel::CURRENT_TIMESTAMP
    end
  end
end
