# frozen_string_literal: true

# Sessions kept by the server, so that logging out and a changed password end them; attempts counted, so that guessing is slow.
# An account is no longer locked as a whole: a stranger could do that to its owner.
Sequel.migration do
  up do
    create_table(:account_active_session_keys) do
      foreign_key :account_id, :accounts, type: :Bignum, null: false, on_delete: :cascade
      String :session_id, size: 64, null: false # HMAC of what the cookie holds
      DateTime :created_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      DateTime :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[account_id session_id]
    end

    create_table(:attempts) do
      String :name, size: 64, primary_key: true # a digest: no address of anybody is kept
      column :value, 'text', null: false
      DateTime :expires_at, null: false, index: true
    end

    drop_table(:account_lockouts, :account_login_failures)
  end
end
