# frozen_string_literal: true

# A second step at log-in: one-time codes, passkeys, and codes on paper for when both are lost. Shapes as Rodauth expects them.
Sequel.migration do
  change do
    create_table(:account_otp_keys) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true, on_delete: :cascade
      String :key, size: 64, null: false # worth something only together with the server's own secret
      Integer :num_failures, null: false, default: 0
      DateTime :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
    end

    create_table(:account_recovery_codes) do
      foreign_key :id, :accounts, type: :Bignum, on_delete: :cascade
      String :code, size: 64
      primary_key %i[id code]
    end

    create_table(:account_webauthn_user_ids) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true, on_delete: :cascade
      String :webauthn_id, size: 128, null: false
    end

    create_table(:account_webauthn_keys) do
      foreign_key :account_id, :accounts, type: :Bignum, on_delete: :cascade
      column :webauthn_id, 'varchar(512) character set ascii collate ascii_bin'
      column :public_key, 'text', null: false
      Bignum :sign_count, null: false
      DateTime :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[account_id webauthn_id]
    end
  end
end
