# frozen_string_literal: true

# A second part kept with a tune, to be played together with it.
Sequel.migration do
  change do
    add_column :tunes, :second, 'mediumtext' # ABC of one line, its title the part's name; nil for none
  end
end
