# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Rows of a handover as tables take them.
    module HandoverRow
      JSON_COLUMNS = { lessons: %i[items wishes clock], charts: %i[options hand], cards: %i[body demands spots], marks: %i[checks],
                       skill_changes: %i[texts added],
                       studios: %i[rules concert listening], takes: %i[asked numbers],
                       tunes: %i[notices chords], hands: %i[body], group_lessons: %i[wishes items roll] }.freeze

      # { column => { type:, most: letters or nil, optional: } } of a table, without what is not carried.
      def self.columns(table)
        FawnmossServer.db.schema(table).to_h.except(:studio_id, *Handover::SECRET[table]).transform_values do |about|
          { type: about[:type], most: about[:max_length], optional: about[:allow_null] || !about[:default].nil? || about[:auto_increment] == true }
        end
      end

      # { column => table that it points at }, but for the studio and a mark's correction.
      def self.keys(table)
        FawnmossServer.db.foreign_key_list(table).to_h { [_1[:columns].first, _1[:table]] }.except(:studio_id, :account_id, :corrects_id)
      end

      # A parsed line as columns. about: of columns; place: "marks.jsonl, line 3". Raises InvalidInput.
      def self.read(table, line, about, place)
        row = JSON.parse(line, max_nesting: 20)
        wrong(place, 'it is no row') unless row.is_a?(Hash)
        given = row.transform_keys(&:to_sym)
        strange = given.keys - about.keys
        wrong(place, "there is no #{strange.first} in this version") if strange.any?
        about.to_h { |name, column| [name, value(given[name], column, "#{place}, #{name}")] }.slice(*given.keys).tap { texts(table, _1, place) }
      rescue JSON::ParserError
        wrong(place, 'it cannot be read')
      end

      def self.value(value, column, place)
        return column[:optional] ? nil : wrong(place, 'it is missing') if value.nil?

        case column[:type]
        when :integer then value.is_a?(Integer) ? value : wrong(place, 'it is no whole number')
        when :boolean then [true, false].include?(value) ? value : wrong(place, 'it is neither true nor false')
        when :date then Date.iso8601(text(value, place))
        when :datetime then Time.iso8601(text(value, place))
        when :decimal then BigDecimal(text(value, place))
        else words(value, column, place)
        end
      rescue ArgumentError # a date that cannot be is one too
        wrong(place, "#{value.inspect[0, 40]} is not of its kind")
      end

      def self.words(value, column, place)
        wrong(place, 'it is too long') if column[:most] && text(value, place).length > column[:most]
        wrong(place, 'it holds characters that cannot be shown') if text(value, place).match?(/[[:cntrl:]&&[^\n\r\t]]/)
        value
      end

      def self.text(value, place) = value.is_a?(String) && value.valid_encoding? ? value : wrong(place, 'it is no text')

      # What is read again later must be readable: JSON, tunes, choices of charts.
      def self.texts(table, row, place)
        JSON_COLUMNS.fetch(table, []).each { |name| row[name] && JSON.parse(row[name], max_nesting: 30) }
        Fawnmoss::Chart::Choices.from_plain(JSON.parse(row[:options])) if table == :charts
        Fawnmoss::Learning::Hand.from_h(JSON.parse(row[:body])) if table == :hands
        tune(row) if table == :tunes
        card(row, place) if table == :cards
        row[:numbers] && (Fawnmoss::Listening::Numbers.read(row[:numbers]) || wrong(place, 'what was heard cannot be read')) if table == :takes
      rescue JSON::ParserError, TypeError, NoMethodError, ArgumentError, Fawnmoss::Error => e
        wrong(place, e.is_a?(Fawnmoss::Error) ? e.message : 'what it holds cannot be read')
      end

      # Its digest is worked out again, so that it is found to be here already when it is.
      def self.tune(row)
        Fawnmoss::Notation.read(row[:text], row[:format])
        row[:chords] && Fawnmoss::Together::Wish.of_chords(JSON.parse(row[:chords]))
        row[:digest] = AddTune.digest(row[:text])
      end

      # A card's notes were written by us: they are looked at, not read as strangers' are, or a studio's would take minutes.
      def self.score?(text) = Fawnmoss::Notation::MusicXml::Xml.parse(text).root&.name == 'score-partwise'

      def self.card(row, place)
        body = JSON.parse(row[:body])
        fits = body.is_a?(Hash) && %w[pupil studio note caution].all? { body[_1].is_a?(String) } && (body['chart'].nil? || body['musicxml'].is_a?(String))
        wrong(place, 'it is no card') unless fits
        score?(body['musicxml']) || wrong(place, 'its notes cannot be read') if body['chart']
      end

      def self.wrong(place, message)
        raise Fawnmoss::InvalidInput.new("#{place}: #{message}", where: { field: 'file' }, remedy: 'Save the file anew where it comes from.')
      end
      private_class_method :value, :words, :text, :texts, :tune, :card
    end
  end
end
