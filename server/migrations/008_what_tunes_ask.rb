# frozen_string_literal: true

# What every tune asks for, kept for each kind of request, so that a shelf is shown without solving charts; how long tunes are, and the
# words they are found by.
Sequel.migration do
  up do
    alter_table(:tunes) do
      add_column :notes, Integer # sounding notes; nil until it was looked at
      add_column :search, String, size: 500, null: false, default: '' # title, key, meter and source in plain words, a space before each
      add_index %i[studio_id archived_at] # rubocop:disable Sequel/ConcurrentIndex -- MariaDB knows no concurrent ones
    end
    plain = ->(text) { text.unicode_normalize(:nfkd).gsub(/\p{Mn}/, '').downcase.split(%r{[^\p{L}\p{N}/#-]+}).reject(&:empty?) }
    from(:tunes).select(:id, :title, :key_name, :meter, :source).each do |tune|
      words = plain.call(tune.values_at(:title, :key_name, :meter, :source).join(' '))
      from(:tunes).where(id: tune[:id]).update(search: words.map { " #{_1}" }.join[0, 500])
    end

    # A kind of request that a studio's shelf is seen through.
    create_table(:demand_kinds) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      String :kind, size: 64, null: false # digest of the request and of the engine that answers it
      String :engine, size: 64, null: false # digest of rules and weights
      column :request, 'text', null: false # as Fawnmoss::Chart::Request#kind
      Date :used_on, null: false
      index %i[studio_id kind], unique: true
    end

    create_table(:tune_demands) do
      foreign_key :kind_id, :demand_kinds, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :tune_id, :tunes, type: :Bignum, null: false, on_delete: :cascade
      String :digest, size: 64, null: false # of the text that was looked at
      column :sets, 'text', null: false # { "skill ids of a note" => how many notes }
      column :bars, 'mediumtext', null: false # { skill id => [bars] }
      Integer :moved, null: false, default: 0 # semitones to the octave that fits
      column :why, 'text' # why it is out of reach
      primary_key %i[kind_id tune_id]
    end
  end
end
