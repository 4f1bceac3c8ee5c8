# frozen_string_literal: true

# What is counted on while a pupil or a studio is locked, so that two nodes of a database cluster that lock the same one meet at their commits.
Sequel.migration do
  change do
    add_column :pupils, :turn, :integer, null: false, default: 0
    add_column :studios, :turn, :integer, null: false, default: 0
  end
end
