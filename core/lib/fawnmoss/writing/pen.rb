# frozen_string_literal: true

module Fawnmoss
  # What the writing desk does: edits of a score.
  module Writing
    # What the next note will be.
    Pen = Value.of(
      :length, # quarters, as drawn
      :once,   # quarters for the next note only, or nil
      :group,  # notes still to come of a triplet, 0 for none
      :string, # letter of the string that fingers are on, or nil
      :clip,   # what was copied, as text (Copies), or nil
      :ahead   # what holds from the next bar on, { "key" => "D major", "meter" => "3/4", "tempo" => 90, "repeat" => true }; "bar" => true begins one
    ) do
      # From plain data, what is missing as usual. Raises InvalidInput.
      def self.from_plain(data)
        ahead = data['ahead'].is_a?(Hash) ? data['ahead'] : {}
        new(length: fraction(data['length']) || 1r, once: fraction(data['once']), string: data['string']&.to_s,
            clip: data['clip'].is_a?(String) ? data['clip'] : nil, group: Integer(data['group'].to_s, exception: false).to_i.clamp(0, 3),
            ahead: ahead.slice(*self::AHEAD).freeze)
      end

      def self.fraction(text)
        return if text.nil?

        length = Rational(text.to_s, exception: false)
        raise InvalidInput.new("#{text.inspect} is not a length", where: { field: 'length' }) unless length && Score::Note.drawn(length)

        length
      end
      private_class_method :fraction

      # What holds from the next bar on, nil where it goes on as before. Raises InvalidInput.
      def key = ahead['key'] && Theory::Key.parse(ahead['key'])
      def meter = ahead['meter'] && Frame.meter(ahead['meter'])
      def tempo = Integer(ahead['tempo'].to_s, exception: false)&.then { _1 if Score::Tune::TEMPI.cover?(_1) }

      # True where the next note is to begin a bar, whether the last one is full or not.
      def begins? = ahead['bar'] ? true : false

      # Bar, empty: as the next one is to begin.
      def begun(bar) = bar.copy(**{ key:, meter:, tempo: }.compact, repeat_start: ahead['repeat'] ? true : false)

      def to_plain
        { 'length' => Score::Fraction.text(length), 'once' => once && Score::Fraction.text(once), 'group' => group, 'string' => string, 'clip' => clip,
          'ahead' => ahead }
      end

      # As drawn, of the next note.
      def written = once || length

      # After a note was written.
      def used = copy(once: nil, group: [group - 1, 0].max, ahead: {}.freeze)
    end

    Pen::AHEAD = %w[key meter tempo repeat bar].freeze
  end
end
