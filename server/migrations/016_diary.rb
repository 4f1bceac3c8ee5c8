# frozen_string_literal: true

# What a lesson carried over and what was kept in it, so that it can be opened again; the key of its end, so that it ends once; and the
# words by which it is found.
Sequel.migration do
  up do
    alter_table(:promises) do
      add_foreign_key :lesson_id, :lessons, type: :Bignum, on_delete: :set_null # that carried it over
      add_foreign_key :kept_lesson_id, :lessons, type: :Bignum, on_delete: :set_null # in which it was kept
    end
    alter_table(:lessons) do
      add_column :finish_key, String, size: 40
      add_column :search, 'text' # words of titles and note
    end
    from(:lessons).exclude(items: nil).select(:id, :items, :note).each do |row|
      titles = JSON.parse(row[:items]).flat_map { [_1['title'], *(_1['also'] || []).map { |part| part['title'] }] }
      words = [*titles, row[:note]].join(' ').unicode_normalize(:nfd).gsub(/\p{Mn}/, '').downcase.scan(/[[:alnum:]]+/)
      from(:lessons).where(id: row[:id]).update(search: words.uniq.map { " #{_1}" }.join)
    end
  end

  down do
    alter_table(:lessons) do
      drop_column :finish_key
      drop_column :search
    end
    alter_table(:promises) do
      drop_foreign_key :lesson_id
      drop_foreign_key :kept_lesson_id
    end
  end
end
