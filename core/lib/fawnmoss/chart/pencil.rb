# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What a teacher pencils into one chart, without touching the tune.
    # kind: of KINDS; note: id of the note it stands at, or begins on; to: id of the note that a hairpin ends on, else nil; text: of a dynamic, words,
    # heading or remark, else ''.
    Pencil = Value.of(:kind, :note, :to, :text) do
      # From plain data, as it is stored and sent.
      def self.from_plain(data) = new(kind: data['kind'].to_sym, note: data['note'], to: data['to'], text: data['text'].to_s)
      def to_plain = { 'kind' => kind.to_s, 'note' => note, 'to' => to, 'text' => text }

      # The same where its notes now are; nil when they are gone. ids: { note id before => now }, as of Score::Carry.
      def carried(ids)
        return unless ids[note] && (to.nil? || ids[to])

        copy(note: ids[note], to: to && ids[to])
      end

      def hairpin? = Score::Hairpins::STARTS.include?(kind)

      # Score::Tune with what of the marks an engraver draws. pencil: list; what lies on notes that are not there is passed over.
      def self.on(tune, pencil)
        drawn = pencil.to_a.select { self::DRAWN.key?(_1.kind) }
        return tune if drawn.empty?

        heads = tune.leads
        starts = drawn.group_by { heads[_1.note] }
        ends = drawn.select(&:hairpin?).group_by { heads[_1.to] }
        bars = tune.bars.map { |bar| bar.copy(notes: bar.notes.map { |note| mark(note, starts[note.id], ends[note.id]) }.freeze) }
        tune.copy(bars: Score::Hairpins.closed(bars).first.freeze)
      end

      def self.mark(note, starts, ends)
        return note unless starts || ends

        said = starts.to_a.reject { _1.kind == :breath }.map { Score::Direction.new(kind: self::DRAWN.fetch(_1.kind), text: _1.text) }
        said += ends.to_a.map { Score::Direction.new(kind: :hairpin_end, text: '') }
        marks = starts.to_a.any? { _1.kind == :breath } ? (note.marks | [:breath]).freeze : note.marks
        note.copy(marks:, directions: [*note.directions, *said].freeze)
      end
      private_class_method :mark

      # What the page itself draws: plain data with the printed bar of each. tune: Score::Tune.
      def self.beside(tune, pencil)
        bars = tune.bars.flat_map { |bar| bar.notes.map { [_1.id, bar.number] } }.to_h
        besides = pencil.to_a.select { bars[_1.note] && !self::DRAWN.key?(_1.kind) }
        besides.map { { kind: _1.kind.to_s, bar: bars[_1.note], note: _1.note, text: _1.text } }
      end
    end

    # Kinds that are engraved, and as what; a breath is a mark of its note. Besides: a remark under the system, a circle round the bar.
    Pencil::DRAWN = { dynamic: :dynamic, crescendo: :crescendo, diminuendo: :diminuendo, words: :words, heading: :rehearsal, breath: nil }.freeze
    Pencil::KINDS = [*Pencil::DRAWN.keys, :remark, :circle].freeze
  end
end
