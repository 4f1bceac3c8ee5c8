# frozen_string_literal: true

# A studio's own hand: how far the marks that were kept have moved the prices, and what they have in common.
Sequel.migration do
  up do
    alter_table(:charts) do
      add_column :marked_at, DateTime, size: 6 # when its marks were changed last, UTC; nil without any
      add_column :hand, 'text' # the hand in force then, as Fawnmoss::Learning::Hand#to_h; nil for none
    end
    from(:charts).where(id: from(:pins).select(:chart_id)).update(marked_at: Sequel.lit('UTC_TIMESTAMP(6)'))

    create_table(:hands) do
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade, primary_key: true
      TrueClass :off, null: false, default: false
      column :body, 'text', null: false # as Fawnmoss::Learning::Hand#to_h
      column :habits, 'mediumtext', null: false # as Fawnmoss::Learning::Habits::Habit#to_h
      String :print, size: 64, null: false, default: '' # digest of all it was learnt from
    end

    # What a teacher says about one taste.
    create_table(:hand_tastes) do
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      String :taste, size: 20, null: false
      TrueClass :off, null: false, default: false
      DateTime :forgotten_at, size: 6 # marks set before count no more for it
      primary_key %i[studio_id taste]
    end
  end

  down do
    drop_table(:hand_tastes, :hands)
    alter_table(:charts) do
      drop_column :hand
      drop_column :marked_at
    end
  end
end
