# frozen_string_literal: true

module FawnmossServer
  module Inputs
    JOINS = Fawnmoss::Chart::Pin::JOINS.map(&:to_s).freeze
    NOTE = /\An\d{1,9}\z/
    CHOICES = Fawnmoss::Chart::Checked::CHOICES.except('version', 'part').freeze # which chart it is is not chosen in it

    # A chart's choices (Fawnmoss::Chart::Choices) and pins (Fawnmoss::Chart::Pin list) as sent.
    ChartInput = Struct.new(:lock_version, :options, :pins, keyword_init: true) do
      def self.read(fields)
        options = fields.object('options') || Fields.new({})
        new(lock_version: fields.integer('lock_version', 0..1_000_000), options: options(options),
            pins: unique(fields.list('pins', max: 10_000).map { pin(_1) }.reject(&:empty?), fields))
      end

      # Fawnmoss::Theory::Interval or nil.
      def self.transpose(fields)
        move = fields.object('transpose') or return
        Fawnmoss::Theory::Interval.new(steps: move.integer('steps', -28..28), semitones: move.integer('semitones', -48..48))
      end

      def self.options(fields)
        choices = CHOICES.to_h { |name, allowed| [name.to_sym, fields.choice(name, allowed, optional: true)] }
        flags = %w[slurs hand].to_h { |name| [name.to_sym, fields.flag(name)] }
        Fawnmoss::Chart::Choices.new(tempo: fields.tempo('tempo'), **choices, **flags, transpose: transpose(fields),
                                     positions: (fields.words('positions', %r{\A[\w /-]{1,20}\z}, max: 20) if fields.given?('positions')),
                                     cuts: (fields.words('cuts', NOTE, max: 500) if fields.given?('cuts')), spots: spots(fields), pencil: pencil(fields),
                                     shape: shape(fields))
      end
      private_class_method :options

      # What the teacher says of its shape, or nil for a chart of notes alone.
      def self.shape(fields)
        said = fields.object('shape') or return
        levels = said.object('levels') || Fields.new({})
        Fawnmoss::Shape::Wish.build(levels: levels.whole_numbers(NOTE, Fawnmoss::Shape::Levels::ALL, max: 5000), vibrato: said.flag('vibrato'),
                                    verse: said.choice('verse', Fawnmoss::Shape::Wish::VERSES, optional: true))
      end
      private_class_method :shape

      # What the teacher pencilled in, or nil.
      def self.pencil(fields)
        fields.list('pencil', max: 300).map do |mark|
          kind = mark.choice('kind', Fawnmoss::Chart::Pencil::KINDS.map(&:to_s)).to_sym
          text = mark.text('text', max: kind == :remark ? 300 : 60, default: '')
          mark.refuse('text', "#{text} is no dynamic.", nil) if kind == :dynamic && !Fawnmoss::Score::Direction::DYNAMICS.include?(text)
          mark.refuse('text', 'Nothing is written there.', 'Type something.') if %i[words heading remark].include?(kind) && text.empty?
          Fawnmoss::Chart::Pencil.new(kind:, note: note(mark, 'note'), to: (note(mark, 'to') if %i[crescendo diminuendo].include?(kind)), text:)
        end.then { _1.empty? ? nil : _1 }
      end

      def self.note(fields, name)
        id = fields.text(name, min: 2, max: 12)
        id.match?(NOTE) ? id : fields.refuse(name, "#{id} is not a note id.", nil)
      end
      private_class_method :pencil, :note

      # What the teacher says about spots, or nil; bars stand in order and side by side.
      def self.spots(fields)
        fields.list('spots', max: 60).map do |spot|
          bars = spot.integers('bars', 0..9999, max: 16)
          fields.refuse('spots', 'The bars of a spot are neighbours.', 'Give them in order, such as 3, 4.') unless bars.any? && bars.each_cons(2).all? do |a, b|
            b == a + 1
          end
          Fawnmoss::Chart::SpotMark.new(bars:, name: spot.text('name', max: 60, default: ''), drill: spot.text('drill', max: 600, default: ''),
                                        dropped: spot.flag('dropped') || false)
        end.then { _1.empty? ? nil : _1 }
      end
      private_class_method :spots

      def self.pin(fields)
        note = fields.text('note', min: 2, max: 12)
        fields.refuse('note', "#{note} is not a note id.", nil) unless note.match?(NOTE)
        Fawnmoss::Chart::Pin.new(
          note:, string: fields.choice('string', %w[C G D A E], optional: true), finger: fields.integer('finger', 0..4, optional: true),
          position: (fields.given?('position') && fields.text('position', max: 20, default: '').then { _1.empty? ? nil : _1 }) || nil,
          direction: fields.choice('direction', %w[down up], optional: true)&.to_sym, join: fields.choice('join', JOINS, optional: true)&.to_sym
        )
      end
      private_class_method :pin

      def self.unique(pins, fields)
        fields.refuse('pins', 'A note is pinned twice.', 'Send one pin a note.') if pins.map(&:note).uniq.size < pins.size
        pins
      end
      private_class_method :unique
    end
  end
end
