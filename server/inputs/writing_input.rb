# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # What acts of the writing desk are given.
    GIVEN = %w[letter line finger across bar up length mark bow text verse kind number sign key meter tempo pickup string more].freeze
    PLAIN = [String, Integer, TrueClass, FalseClass, NilClass].freeze

    # What lies on the writing desk, and the acts to be done: text, or what a new tune begins with; Fawnmoss::Writing::Desk of it.
    WritingInput = Struct.new(:text, :desk, :acts, keyword_init: true) do
      def self.read(fields, catalogue)
        text = fields.block('text', max: Actions::AddTune::TEXT)
        instrument = catalogue.instrument(fields.choice('instrument', Fawnmoss::Catalogue::INSTRUMENTS))
        new(text:, desk: desk(fields, text, instrument), acts: acts(fields))
      end

      # [[name, what it is given], ...].
      def self.acts(fields)
        fields.list('acts', max: Actions::WriteTune::MOST).map do |act|
          given = act.raw('given')
          [act.text('do', max: 20), given.is_a?(Hash) ? given.slice(*GIVEN).select { |_, value| PLAIN.any? { value.is_a?(_1) } } : {}]
        end
      end

      def self.desk(fields, text, instrument)
        sheet = sheet(fields, text, instrument)
        last = sheet.sounds.size - 1
        cursor = fields.integer('cursor', 0..1_000_000, optional: true)
        anchor = fields.integer('anchor', 0..1_000_000, optional: true)
        pen = fields.raw('pen').is_a?(Hash) ? fields.raw('pen') : {}
        Fawnmoss::Writing::Desk.new(sheet:, instrument:, pen: Fawnmoss::Writing::Pen.from_plain(pen),
                                    cursor: last.negative? ? nil : (cursor || last).clamp(0, last), anchor: anchor && anchor <= last ? anchor : nil)
      end

      def self.sheet(fields, text, instrument)
        start = fields.object('start') || Fields.new({})
        pickup = pickup(start)
        return Fawnmoss::Writing::Sheet.of(Fawnmoss::Notation.read(text, TuneInput.format_of(text)), pickup:) unless text.strip.empty?

        Fawnmoss::Writing::Sheet.blank(pickup:, key: Fawnmoss::Theory::Key.parse(start.text('key', max: 20, default: 'D major')),
                                       meter: Fawnmoss::Writing::Frame.meter(start.text('meter', max: 10, default: '4/4')),
                                       tempo: start.tempo('tempo'),
                                       clef: start.choice('clef', %w[treble alto tenor bass], default: instrument.clef))
      end

      # Quarters, "1/2".
      def self.pickup(start)
        Fawnmoss::Writing::Frame.quarters(start.text('pickup', max: 8, default: '0'))
      end
      private_class_method :acts, :desk, :sheet, :pickup
    end
  end
end
