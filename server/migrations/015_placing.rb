# frozen_string_literal: true

# Marks may come from placing a pupil who already plays.
Sequel.migration do
  up do
    alter_table(:marks) do
      drop_constraint(:marks_source, type: :check)
      add_constraint(:marks_source, source: %w[lesson home recording placed])
    end
  end

  down do
    from(:marks).where(source: 'placed').update(source: 'lesson')
    alter_table(:marks) do
      drop_constraint(:marks_source, type: :check)
      add_constraint(:marks_source, source: %w[lesson home recording])
    end
  end
end
