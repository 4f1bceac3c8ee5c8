# frozen_string_literal: true

# Assistant teachers beside the owner of a studio, and who is asked to be one.
Sequel.migration do
  change do
    create_table(:members) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :account_id, :accounts, type: :Bignum, null: false, on_delete: :cascade
      DateTime :since, null: false
      unique %i[studio_id account_id]
      index :account_id
    end

    create_table(:invitations) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      String :email, size: 255, null: false
      String :nonce, size: 32, null: false, unique: true
      DateTime :expires_at, null: false
      unique %i[studio_id email]
    end
  end
end
