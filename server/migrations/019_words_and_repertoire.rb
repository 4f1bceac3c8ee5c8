# frozen_string_literal: true

# The teacher's own words in a term's report; what a pupil is to play next and at the concert.
Sequel.migration do
  up do
    create_table(:report_words) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      Date :from_date, null: false
      Date :to_date, null: false
      String :words, size: 2000, null: false, default: '' # before what is worked out
      String :note, size: 1000, null: false, default: '' # to the parent, at the end
      Integer :lock_version, null: false, default: 0
      index %i[pupil_id from_date to_date], unique: true
      index :studio_id
    end
    create_table(:repertoire) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :tune_id, :tunes, type: :Bignum, null: false, on_delete: :cascade
      String :kind, size: 8, null: false
      Integer :place, null: false, default: 0 # in the concert
      constraint(:repertoire_kind, kind: %w[next concert])
      index %i[pupil_id tune_id kind], unique: true
      index %i[studio_id kind]
    end
    add_column :studios, :concert, 'text' # JSON: title, day, seconds between two pieces
  end

  down do
    drop_table(:report_words, :repertoire)
    drop_column :studios, :concert
  end
end
