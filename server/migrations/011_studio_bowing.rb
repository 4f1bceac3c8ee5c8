# frozen_string_literal: true

# The school of bowing a studio's charts begin with: as it comes, or strong beats down; nothing leaves it to the version.
Sequel.migration do
  change do
    alter_table(:studios) { add_column :bowing, String, size: 8 }
  end
end
