# frozen_string_literal: true

require 'tmpdir'

module FawnmossServer
  module Actions
    # A file of Handover read, checked row by row, and put in: a pupil into a studio, or a whole studio into an empty one. All of it or nothing.
    class HandoverIn
      REMEDY = 'Save the file anew where it comes from.'

      # What was put in: { kind:, name:, pupil_id: of a pupil or nil, rows: how many }. body: the archive, to be read; fields: name: another one for a pupil
      # whose name is taken. Raises InvalidInput that says where.
      def self.call(studio, body, fields)
        name = fields.text('name', max: 60, default: '')
        schema = Handover::WHOLE.to_h { [_1, HandoverRow.columns(_1)] }
        Dir.mktmpdir('fawnmoss') do |folder|
          archive, rows = %w[archive.zip rows].map { File.join(folder, _1) }
          File.open(archive, 'wb') { |file| IO.copy_stream(body, file) }
          head = Apart.run(:restores, studio.id) { HandoverFile.check(archive, rows, schema) }
          new(studio, head, rows, name).put
        end
      end

      # rows: path of what HandoverFile.check wrote.
      def initialize(studio, head, rows, name)
        @studio = studio
        @head = head
        @rows = rows
        @name = name
        @ids = Hash.new { |all, table| all[table] = {} } # old id => new one
        @put = Hash.new(0) # rows of a table that were put in so far
      end

      def put
        FawnmossServer.db.transaction do
          @studio.lock!
          empty! if whole?
          HandoverFile.each(@rows) { |table, rows| fill(table, rows) if carried.include?(table) }
          rewrite_all
        end
        renew
        pupil_id = whole? ? nil : @ids[:pupils].values.first
        { kind: @head['kind'], name: whole? ? @head['name'] : @studio.pupil(pupil_id).name, pupil_id:, rows: @head[:rows] }
      end

      private

      def whole? = @head['kind'] == 'studio'
      def carried = whole? ? Handover::WHOLE : Handover::PUPIL
      def refuse(field, message, remedy) = raise(Fawnmoss::InvalidInput.new(message, where: { field: }, remedy:))

      def empty!
        used = %i[pupils tunes lessons skill_changes holidays].reject { FawnmossServer.db[_1].where(studio_id: @studio.id).empty? }
        return if used.empty?

        refuse('file', 'This studio is not empty: it has pupils, tunes or changes of its own.', 'Open a new studio for it, and restore it there.')
      end

      def named!(pupil)
        pupil[:name] = @name unless @name.empty?
        return if @studio.pupils_dataset.where(name: pupil[:name]).empty?

        refuse('name', "There is already a pupil called #{pupil[:name]}.", 'Give this one another name.')
      end

      def fill(table, rows)
        case table
        when :studios then @studio.this.update(rows.first.slice(:name, :rules, :time_zone, :bowing, :concert, :listening))
        when :pupils
          named!(rows.first) unless whole?
          insert(table, rows)
        when :tunes then known(table, rows, :digest)
        when :skill_changes then known(table, rows, :skill)
        when :hands, :hand_tastes # a row made by looking is in the way
          FawnmossServer.db[table].where(studio_id: @studio.id).delete if @put[table].zero?
          insert(table, rows)
        when :takes then insert(table, rows.map { { **_1, sound: false } }) # the numbers only
        else insert(table, rows)
        end
      end

      # Those that are here already are not put in again.
      def known(table, rows, by)
        here = FawnmossServer.db[table].where(studio_id: @studio.id).select_hash(by, :id)
        rows.each { |row| @ids[table][row[:id]] = here[row[by]] if here.key?(row[by]) }
        insert(table, rows.reject { here.key?(_1[by]) })
      end

      def insert(table, rows)
        return if rows.empty?

        keys = (@keys ||= {})[table] ||= HandoverRow.keys(table)
        from = @put[table] + 1
        @put[table] += rows.size
        first = first_id(table, rows.map { |row| ready(table, row, keys) })
        rows.each_with_index { |row, at| @ids[table][row[:id]] = first + at } if rows.first.key?(:id)
      rescue Sequel::DatabaseError => e
        raise if Boot::Again.worth?(e)

        refuse('file', "Rows #{from} to #{@put[table]} of #{table} do not fit together.", REMEDY)
      end

      # MariaDB gives the rows of one INSERT ids in a row, the first of which it tells.
      def first_id(table, rows)
        columns = rows.flat_map(&:keys).uniq
        FawnmossServer.db[table].multi_insert_sql(columns, rows.map { _1.values_at(*columns) }).each { FawnmossServer.db.run(_1) }
        FawnmossServer.db.get(Sequel.function(:last_insert_id))
      end

      # With the ids that hold here. A correction is pointed at what it corrects when all marks are there.
      def ready(table, row, keys)
        changed = row.except(:id).merge(keys.to_h { |column, to| [column, row[column] && @ids[to].fetch(row[column]) { lost(table, column) }] })
        changed[:corrects_id] = nil if table == :marks
        changed[:subject] = "#{changed[:pupil_id]} #{row[:instrument]}" if table == :charts && row[:pupil_id]
        changed[:habits] = '[]' if table == :hands # found again in the charts
        { **changed, studio_id: @studio.id }
      end

      def lost(table, column) = refuse('file', "A row of #{table} points at nothing (#{column}).", REMEDY)

      # When every row has its new id.
      def rewrite_all = HandoverFile.each(@rows) { |table, rows| rewrite(table, rows) }

      # Ids that stand in texts, and corrections.
      def rewrite(table, rows)
        case table
        when :marks
          rows.select { _1[:corrects_id] }.each { |row| change(:marks, row, corrects_id: @ids[:marks].fetch(row[:corrects_id]) { lost(:marks, :corrects_id) }) }
        when :promises
          rows.select { _1[:kind] == 'tune' }.each { |row| change(:promises, row, ref: @ids[:tunes].fetch(row[:ref].to_i, 0).to_s) }
        when :lessons then rows.each { |row| lesson(row) }
        when :group_lessons then whole? && rows.each { |row| together(row) }
        end
      end

      def change(table, row, **columns) = FawnmossServer.db[table].where(id: @ids[table][row[:id]]).update(columns)

      def lesson(row)
        texts = %i[items wishes clock].to_h { |name| [name, row[name] && JSON.generate(renamed(JSON.parse(row[name])))] }
        change(:lessons, row, **texts)
      end

      def together(row)
        roll = JSON.parse(row[:roll]).transform_keys { @ids[:pupils].fetch(_1.to_i, 0).to_s }
        wishes = JSON.parse(row[:wishes])
        wishes['tune_id'] &&= @ids[:tunes][wishes['tune_id']]
        wishes['parts']&.each { |part| part['pupil_id'] = @ids[:pupils].fetch(part['pupil_id'], 0) }
        items = row[:items] && JSON.generate(renamed(JSON.parse(row[:items])))
        change(:group_lessons, row, roll: JSON.generate(roll), wishes: JSON.generate(wishes), items:)
      end

      # "tune 4" and "spots 4" by the tune's new id, "own 7" by that of the promise; tune and chart of an item.
      def renamed(value)
        case value
        when Array then value.map { renamed(_1) }
        when Hash
          value.to_h do |name, inner|
            table = { 'tune' => :tunes, 'chart_id' => :charts }[name]
            [renamed(name), table && inner.is_a?(Integer) ? @ids[table][inner] : renamed(inner)]
          end
        when String then named_anew(value)
        else value
        end
      end

      def named_anew(text)
        id = Fawnmoss::Path::Plan::ItemId.parse(text) or return text
        now = @ids[:tunes][id.tune] || @ids[:promises][id.promise]
        now ? id.with(now).to_s : text
      end

      # What was not carried is worked out again.
      def renew
        @studio = @studio.anew
        @studio.pupils_dataset.where(id: @ids[:pupils].values).each { Models::PupilDigest.renew(_1) }
        Looking.wake(@studio.id)
      end
    end
  end
end
