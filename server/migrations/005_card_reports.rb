# frozen_string_literal: true

# What comes back from a card behind its private link; only appended, the latest of a kind for a day and an item stands.
Sequel.migration do
  change do
    create_table(:card_reports) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :card_id, :cards, type: :Bignum, null: false, on_delete: :cascade
      String :report_key, size: 40, null: false # made where it was ticked, so that sending it twice counts once
      String :kind, size: 8, null: false
      Date :day, null: false
      Integer :item # index of the card's item
      Integer :value, null: false # runs of an item, minutes of the day, 1 for pain
      DateTime :created_at, null: false, size: 6, default: Sequel::CURRENT_TIMESTAMP
      constraint(:card_reports_kind, kind: %w[item minutes pain])
      constraint(:card_reports_value) { (value >= 0) & (value <= 600) }
      index %i[card_id report_key], unique: true
    end
  end
end
