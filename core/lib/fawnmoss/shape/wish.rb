# frozen_string_literal: true

module Fawnmoss
  module Shape
    # What the teacher says about the shape of a chart.
    Wish = Value.of(
      :levels,  # { note id => level } that are set
      :verse,   # of VERSES: how the second verse differs, nil for the engine's own
      :vibrato, # true: the pupil has vibrato, so long sung notes want a finger that swings
      :pencil   # list of Chart's pencil marks that stands beside the chart: its dynamics are written ones; not kept here
    ) do
      # Raises InvalidInput naming the field.
      #   Wish.build(levels: { 'n3' => 7 }).levels # => {"n3" => 7}
      def self.build(levels: nil, verse: nil, vibrato: nil)
        levels = (levels || {}).to_h
        odd = levels.find { |_, level| !level.is_a?(Integer) || !Levels::ALL.cover?(level) }
        refuse('levels', "#{odd.last.inspect} is no loudness", "Give a whole number from #{Levels::ALL.min} to #{Levels::ALL.max}.") if odd
        refuse('verse', "#{verse.inspect} is no way to play a second verse", "Choose #{self::VERSES.join(', ')}.") unless [nil, *self::VERSES].include?(verse)
        new(levels: levels.freeze, verse:, vibrato: vibrato == true, pencil: [].freeze)
      end

      def self.from_plain(data) = build(**data.slice('levels', 'verse', 'vibrato').transform_keys(&:to_sym))
      def to_plain = { 'levels' => (levels if levels.any?), 'verse' => verse, 'vibrato' => (true if vibrato) }.compact

      # The same for a tune that was changed. ids: { note id before => now }.
      def carried(ids) = copy(levels: levels.filter_map { |id, level| [ids[id], level] if ids[id] }.to_h.freeze)

      def self.refuse(field, what, remedy) = raise(InvalidInput.new(what, where: { field: }, remedy:))
      private_class_method :refuse
    end

    # softer; an octave higher; with a whispering tone, the bow tilted, near the fingerboard; as the first.
    Wish::VERSES = %w[softer octave whisper alike].freeze
    Wish::NONE = Wish.build
  end
end
