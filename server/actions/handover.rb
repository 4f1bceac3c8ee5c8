# frozen_string_literal: true

require 'zip'

module FawnmossServer
  module Actions
    # Everything about a pupil, or of a whole studio, as one file: out of one studio and into another (HandoverIn). Inside the zip archive:
    # fawnmoss.json says what it is, and TABLE.jsonl has a row a line, with the ids it had. What can be worked out again is not carried, nor is what
    # opens something: links to cards are made anew. Of takes the numbers go along, not the sound: a studio's would be gigabytes.
    module Handover
      VERSION = 1
      HEAD = 'fawnmoss.json'
      # Tables in the order in which they are put in: what a row points at stands before it.
      PUPIL = %i[pupils tunes skill_changes lessons charts pins cards card_reports home_notes marks promises holds fits tapes lesson_changes slots
                 absences report_words repertoire consents takes].freeze
      STUDIO = %i[studios holidays past_counts hand_tastes hands].freeze
      WHOLE = [*STUDIO, :groups, *PUPIL, :group_members, :group_lessons].freeze
      # Worked out again, or made anew: digests, what tunes ask for, private links, who works there.
      LEFT = %i[take_bodies take_pieces pupil_digests put_by demand_kinds tune_demands card_links members invitations].freeze
      SECRET = { studios: %i[id account_id feed_nonce turn], pupils: %i[turn], hands: %i[habits print] }.freeze
      PAGE = 500 # rows read at once

      # Bytes of the archive about one pupil: with the tunes of its charts and marks, and the studio's own skills.
      def self.pupil(pupil)
        pack('pupil', pupil.name, PUPIL) { |table| about(pupil, table) }
      end

      # Bytes of the whole studio.
      def self.studio(studio)
        pack('studio', studio.name, WHOLE) do |table|
          rows = FawnmossServer.db[table]
          case table
          when :studios then rows.where(id: studio.id)
          when :takes then rows.where(studio_id: studio.id, state: 'heard')
          else rows.where(studio_id: studio.id)
          end
        end
      end

      def self.pack(kind, name, tables)
        counts = {}
        Zip::OutputStream.write_buffer do |zip|
          tables.each do |table|
            zip.put_next_entry("#{table}.jsonl")
            counts[table] = write(zip, table, yield(table))
          end
          zip.put_next_entry(HEAD)
          zip.write(JSON.pretty_generate(format: 'fawnmoss', kind:, version: VERSION, name:, made_on: Date.today.iso8601, rows: counts))
        end.string
      end

      # Rows of a table that belong to a pupil.
      def self.about(pupil, table)
        rows = FawnmossServer.db[table]
        charts, cards = [pupil.charts_dataset, pupil.cards_dataset].map { _1.select(:id) }
        case table
        when :pupils then rows.where(id: pupil.id)
        when :tunes then rows.where(id: tunes(pupil))
        when :skill_changes then rows.where(studio_id: pupil.studio_id).exclude(added: nil)
        when :pins then rows.where(chart_id: charts)
        when :card_reports then rows.where(card_id: cards)
        when :takes then rows.where(pupil_id: pupil.id, state: 'heard')
        else rows.where(pupil_id: pupil.id)
        end
      end

      # Ids of the tunes that are spoken of.
      def self.tunes(pupil)
        asked = [pupil.charts_dataset, pupil.marks_dataset, FawnmossServer.db[:repertoire].where(pupil_id: pupil.id)]
        promised = pupil.lessons_dataset.db[:promises].where(pupil_id: pupil.id, kind: 'tune').select_map(:ref).map(&:to_i)
        asked.flat_map { _1.exclude(tune_id: nil).distinct.select_map(:tune_id) } | promised
      end

      def self.write(zip, table, rows)
        hidden = [:studio_id, *SECRET[table]]
        order = rows.columns.include?(:id) ? [:id] : rows.columns.first(2)
        count = 0
        rows.order(*order).paged_each(rows_per_fetch: PAGE, strategy: :filter) do |row|
          zip.write("#{JSON.generate(row.except(*hidden).transform_values { plain(_1) })}\n")
          count += 1
        end
        count
      end

      # As JSON takes it, and reads it again without loss.
      def self.plain(value)
        case value
        when BigDecimal then value.to_s('F')
        when Time then value.utc.iso8601(6)
        when Date then value.iso8601
        else value
        end
      end
      private_class_method :pack, :tunes, :about, :write, :plain
    end
  end
end
