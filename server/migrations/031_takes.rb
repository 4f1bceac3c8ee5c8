# frozen_string_literal: true

# Recordings of pupils (takes), who allowed them, and what the studio's ear goes by. What is large lives beside the rows that are listed, in tables of
# its own: the sound in pieces as text (base64, so that a backup carries it), and what a take was held against with what was heard.
Sequel.migration do
  change do
    add_column :studios, :listening, :text

    create_table(:consents) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      String :given_by, size: 60, null: false
      String :given_at, size: 10, null: false # studio or card: where it was said
      column :given_on, 'datetime(6)', null: false
      column :withdrawn_on, 'datetime(6)'
      index :pupil_id
    end

    create_table(:takes) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, on_delete: :cascade
      foreign_key :chart_id, :charts, type: :Bignum, on_delete: :set_null
      foreign_key :card_id, :cards, type: :Bignum, on_delete: :set_null
      foreign_key :lesson_id, :lessons, type: :Bignum, on_delete: :set_null
      String :take_key, size: 40, null: false
      String :kind, size: 10, null: false # chart, card, scale, played
      String :title, size: 120, null: false
      column :asked, 'text', null: false # JSON: instrument, tempo, scale ...
      String :state, size: 10, null: false # coming, waiting, listening, heard, refused
      String :trouble, size: 300, null: false, default: ''
      String :remedy, size: 200, null: false, default: ''
      String :source, size: 10, null: false # desk, lesson, home
      Date :made_on, null: false
      column :created_at, 'datetime(6)', null: false
      Date :ends_on, null: false # the day its sound goes
      TrueClass :sound, null: false, default: true # it is still there
      Integer :rate # samples a second of 16 bits, nil for a file with its own head
      Integer :bytes, null: false, default: 0
      BigDecimal :seconds, size: [6, 2]
      Integer :progress, null: false, default: 0 # per cent
      Integer :seat # where it is listened to
      column :wanted_at, 'datetime(6)' # when a page asked for it last
      column :numbers, 'mediumtext' # JSON, what stays
      TrueClass :seen, null: false, default: false # a teacher has looked at it
      unique %i[pupil_id take_key]
      index %i[pupil_id made_on]
      index %i[chart_id id]
      index %i[state id]
      index :ends_on
    end

    create_table(:take_bodies) do
      foreign_key :take_id, :takes, type: :Bignum, on_delete: :cascade, primary_key: true
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      column :body, 'mediumtext', null: false
    end

    create_table(:take_pieces) do
      foreign_key :take_id, :takes, type: :Bignum, null: false, on_delete: :cascade
      Integer :number, null: false
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      Integer :size, null: false # bytes before they were made text
      column :data, 'mediumtext', null: false
      primary_key %i[take_id number]
    end
  end
end
