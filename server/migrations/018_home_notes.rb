# frozen_string_literal: true

# Words and questions that come back from home, and what the teacher answers on the next card.
Sequel.migration do
  change do
    create_table(:home_notes) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :card_id, :cards, type: :Bignum, null: false, on_delete: :cascade
      String :note_key, size: 40, null: false # made where it was typed, so that it counts once
      String :text, size: 500, null: false
      Date :said_on, null: false
      String :answer, size: 500 # nil while the teacher has not answered; empty when it was only read
      Date :answered_on
      index %i[card_id note_key], unique: true
      index %i[pupil_id answered_on]
      index :studio_id
    end
  end
end
