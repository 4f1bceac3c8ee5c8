# frozen_string_literal: true

# Every row that belongs to a studio names it; children name it too, so that one query fences one studio.
Sequel.migration do
  instruments = %w[violin viola cello bass]

  change do
    create_table(:pupils) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      String :name, size: 60, null: false
      Integer :birth_year
      String :instrument, size: 10, null: false
      String :size, size: 12, null: false, default: ''
      String :bass_hand, size: 8, null: false, default: '1-2-4'
      String :fourth, size: 8
      Integer :minutes_per_day, null: false, default: 15
      Integer :lesson_day # 1 Monday .. 7 Sunday (ISO 8601)
      String :lesson_time, size: 5
      Integer :lesson_minutes, null: false, default: 30
      Integer :lock_version, null: false, default: 0
      constraint(:pupils_instrument, instrument: instruments)
      constraint(:pupils_name) { char_length(name) >= 1 }
      constraint(:pupils_minutes) { (minutes_per_day >= 5) & (minutes_per_day <= 240) & (lesson_minutes >= 10) & (lesson_minutes <= 180) }
      constraint(:pupils_day) { (lesson_day >= 1) & (lesson_day <= 7) }
      index %i[studio_id name], unique: true
    end

    create_table(:tunes) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      String :title, size: 120, null: false
      String :source, size: 200, null: false, default: ''
      String :format, size: 10, null: false
      column :text, 'mediumtext', null: false
      String :digest, size: 64, null: false
      String :key_name, size: 20, null: false
      String :meter, size: 8, null: false
      Integer :bars, null: false
      column :notices, 'text', null: false
      Integer :lock_version, null: false, default: 0
      constraint(:tunes_format, format: %w[abc musicxml])
      index %i[studio_id digest], unique: true
    end

    create_table(:marks) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      String :skill, size: 60
      foreign_key :tune_id, :tunes, type: :Bignum
      Integer :value, null: false
      String :note, size: 500, null: false, default: ''
      Date :made_on, null: false
      foreign_key :corrects_id, :marks, type: :Bignum, unique: true
      DateTime :created_at, null: false, size: 6, default: Sequel::CURRENT_TIMESTAMP
      constraint(:marks_value) { (value >= 0) & (value <= 3) }
      constraint(:marks_subject, Sequel.lit('(skill is null) <> (tune_id is null)'))
      index %i[pupil_id skill made_on]
    end

    create_table(:charts) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :tune_id, :tunes, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, on_delete: :cascade
      String :instrument, size: 10, null: false
      String :version, size: 8, null: false
      String :subject, size: 30, null: false # '3 violin' (a pupil) or 'violin': one chart per tune, subject and version
      column :options, 'text', null: false
      Integer :lock_version, null: false, default: 0
      constraint(:charts_instrument, instrument: instruments)
      constraint(:charts_version, version: %w[simple full])
      index %i[studio_id tune_id subject version], unique: true
    end

    create_table(:pins) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :chart_id, :charts, type: :Bignum, null: false, on_delete: :cascade
      String :note, size: 12, null: false
      String :string, size: 2
      Integer :finger
      String :position, size: 20
      String :direction, size: 4
      constraint(:pins_finger) { (finger >= 0) & (finger <= 4) }
      constraint(:pins_direction, Sequel.lit("direction is null or direction in ('down', 'up')"))
      index %i[chart_id note], unique: true
    end

    create_table(:cards) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :pupil_id, :pupils, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :chart_id, :charts, type: :Bignum, null: false
      Integer :number, null: false
      Date :issued_on, null: false
      String :title, size: 120, null: false
      column :body, 'mediumtext', null: false # frozen at issue: what the page shows, whatever changes later
      index %i[pupil_id number], unique: true
    end

    create_table(:card_links) do
      primary_key :id, type: :Bignum
      foreign_key :studio_id, :studios, type: :Bignum, null: false, on_delete: :cascade
      foreign_key :card_id, :cards, type: :Bignum, null: false, on_delete: :cascade
      String :nonce, size: 32, null: false, unique: true
      DateTime :expires_at, null: false
      DateTime :revoked_at
    end
  end
end
