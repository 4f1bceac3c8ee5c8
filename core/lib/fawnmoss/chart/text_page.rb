# frozen_string_literal: true

module Fawnmoss
  module Chart
    # A chart for a terminal: a block of four aligned lines per bar row.
    #   notes   D4   E4   F#4  G4
    #   string  D    D    D    D
    #   finger  0    1    2    3
    # Grace notes stand in brackets before their note, a trill's finger behind it: "(1 2) 3", "1 tr2".
    #   bow     n    V    n    V      (n down-bow, V up-bow, - same bow, (-) same bow by our own proposal, = the same way again, , lift, ~ recovery)
    class TextPage
      BARS_A_ROW = 4

      def initialize(chart)
        @chart = chart
        @names = chart.request.instrument.string_names
        @inside = chart.strokes.flat_map { _1.drop(1) }.to_h { [_1, true] }
      end

      def text
        rows = @chart.entries.group_by { _1.note.bar }.to_a.each_slice(BARS_A_ROW).map { row(_1) }
        [heading, '', *rows.flat_map { [_1, ''] }, *footer].join("\n").concat("\n")
      end

      private

      def heading
        tune = @chart.tune
        title = tune.title.empty? ? 'Untitled' : tune.title
        "#{title}: #{tune.key.name}, #{tune.meter}, #{@chart.request.instrument.name}, #{@chart.request.version} version"
      end

      def row(bars)
        columns = bars.flat_map { |number, entries| [["bar #{number}", '|', '|', '|'], *entries.map { cells(_1) }] }
        widths = columns.map { |cells| cells.map(&:length).max }
        %w[notes string finger bow].each_with_index.map do |name, line|
          "#{name.ljust(8)}#{columns.zip(widths).map { |cells, width| cells[line].ljust(width) }.join('  ')}".rstrip
        end.join("\n")
      end

      def cells(entry)
        [entry.note.pitch.to_s, @names[entry.place.string], [graces(entry), finger(entry.place), trill(entry)].compact.join(' '), bow(entry)]
      end

      def graces(entry) = entry.graces&.any? ? "(#{entry.graces.map(&:finger).join(' ')})" : nil
      def trill(entry) = entry.trill && "tr#{entry.trill.finger}"

      def finger(place)
        mark = { low: 'low', high: 'high', extended: 'ext' }[place.placement]
        position = " (#{place.hand.name})" unless place.open? || place.hand.first?
        "#{place.finger}#{" #{mark}" if mark}#{position}"
      end

      def bow(entry)
        return '-' if @inside[entry.note.head]
        return '(-)' if entry.added
        return '' unless entry.note.head?

        sign = entry.direction == :down ? 'n' : 'V'
        { stop: "=#{sign}", hook: "=#{sign}", lift: ",#{sign}", recovery: "~#{sign}" }.fetch(entry.join, sign)
      end

      def spot(spot)
        again = " (again in #{spot.again.map { bars(_1) }.join('; ')})" if spot.again.any?
        "spot #{spot.rank}: #{bars(spot.bars)}: #{spot.causes.join(', ')}#{again}"
      end

      def bars(list) = "#{list.size > 1 ? 'bars' : 'bar'} #{list.minmax.uniq.join('-')}"

      def hand(map) = map.map { |string, words| "#{string} #{words}" }.join('; ')
      def hand_maps = ["hand map: #{hand(@chart.hand_map)}", *@chart.key_changes.map { |one| "from bar #{one[:bar]}, #{one[:key]}: #{hand(one[:hand_map])}" }]

      def footer
        [*hand_maps, ("same bars: #{@chart.same_bars.map { _1.join(' = ') }.join('; ')}" if @chart.same_bars.any?),
         ("all along: #{@chart.character.join(', ')}" if @chart.character.any?), *@chart.spots.map { spot(_1) },
         *@chart.warnings.map { "note: #{_1}" }].compact
      end
    end
  end
end
