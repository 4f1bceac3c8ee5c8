# frozen_string_literal: true

# What Today shows of a pupil, worked out ahead (FawnmossServer::PutBy); made again whenever it is not there.
Sequel.migration do
  change do
    create_table(:put_by) do
      foreign_key :pupil_id, :pupils, type: :Bignum, on_delete: :cascade, primary_key: true
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      column :body, 'mediumtext', null: false
    end
  end
end
