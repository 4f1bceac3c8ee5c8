# frozen_string_literal: true

# A teacher may fix how a note joins the one before: in one bow, hooked, lifted ...
Sequel.migration do
  up do
    alter_table(:pins) do
      add_column :join_kind, String, size: 8
      add_constraint(:pins_join, Sequel.lit("join_kind is null or join_kind in ('slur', 'change', 'hook', 'stop', 'lift', 'recovery')"))
    end
  end
end
