# frozen_string_literal: true

# More kinds of parts to a tune; the chords under it that a teacher sets.
Sequel.migration do
  up do
    alter_table(:charts) { drop_constraint :charts_part, type: :check }
    alter_table(:charts) { add_constraint(:charts_parts, part: %w[tune printed open drone bass second answer]) }
    alter_table(:tunes) { add_column :chords, 'text' } # JSON: [[bar, count, chord symbol], ...] in the tune's own key; nil for none
  end
  down do
    alter_table(:tunes) { drop_column :chords }
    from(:charts).exclude(part: %w[tune open]).delete
    alter_table(:charts) { drop_constraint :charts_parts, type: :check }
    alter_table(:charts) { add_constraint(:charts_part, part: %w[tune open]) }
  end
end
