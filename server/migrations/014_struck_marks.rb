# frozen_string_literal: true

# A mark can be struck out: a row that names the one it takes back, so that the record stays honest.
Sequel.migration do
  change do
    add_column :marks, :struck, TrueClass, null: false, default: false
  end
end
