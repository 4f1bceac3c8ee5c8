# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The shelf for a pupil or an instrument, a page at a time: found by words, sorted, and told how near each tune is. What tunes ask for
    # is kept (Models::DemandKind); only the states are compared here.
    class Shelf
      PAGE = 60
      MOST = 200 # rows of a page
      SORTINGS = %w[readiness title newest key length].freeze
      LEVELS = %w[plays_now teaches_one two_or_three later out_of_reach].freeze
      ORDERS = { 'title' => %i[title id], 'newest' => [Sequel.desc(:id)], 'key' => %i[key_name title id], 'length' => %i[bars title id] }.freeze
      LOOKED = Sequel[:tune_demands]

      # params: of the address: pupil_id or instrument (neither: plain), text, level, meter, away, sort, from, rows.
      def self.read(studio, params, today)
        asked = Inputs::Fields.of_address(params, %w[pupil_id instrument text level meter away sort from rows], texts: %w[text meter])
        subject = asked.given?('pupil_id') || asked.given?('instrument') ? Subjects.read(studio, asked, today) : nil
        new(studio, subject, asked).answer
      end

      def initialize(studio, subject, asked)
        @studio = studio
        @subject = subject
        @words = Models::Tune.plain_words(asked.text('text', max: 80, default: '')).first(6)
        @level = asked.choice('level', LEVELS, optional: true)
        @meter = asked.text('meter', max: 8, default: '')
        @away = asked.choice('away', %w[yes no], default: 'no') == 'yes'
        @sort = asked.choice('sort', SORTINGS, default: subject ? 'readiness' : 'title')
        @from = asked.integer('from', 0..1_000_000, default: 0)
        @rows = asked.integer('rows', 1..MOST, default: PAGE)
      end

      # { tunes: of this page, total: found, levels: { level => how many of what was found }, meters:, all:, away:, looking: not looked at yet }
      def answer
        @kind = @subject && Models::DemandKind.for(@studio, @subject.request('simple'))
        found = @subject ? judged : plain
        page = found.drop(@from).first(@rows)
        { tunes: rows(page), total: found.size, levels: @levels || {}, **about, looking: looking }
      end

      private

      def tunes = @studio.tunes_dataset.unordered
      def place = @away ? tunes.exclude(archived_at: nil) : tunes.where(archived_at: nil)
      def filtered = @meter.empty? ? place : place.where(meter: @meter)

      def about
        { meters: tunes.distinct.order(:meter).select_map(:meter), all: tunes.count, away: tunes.exclude(archived_at: nil).count }
      end

      # Nobody in particular: ids in order, found in the database.
      def plain
        found = @words.inject(filtered) { |rows, word| rows.where(begins(word)) }
        found.order(*ORDERS.fetch(@sort, ORDERS['title'])).select_map(:id).map { [_1, nil] }
      end

      def begins(word) = Sequel.like(:search, "% #{tunes.escape_like(word)}%")

      # [[id, Verdict or nil while it is being looked at], ...] in order.
      def judged
        wake
        found = short_rows.filter_map { |row| judge(row) }
        @levels = found.map { _1[1] ? _1[1].level.to_s : 'looking' }.tally
        found = found.select { |_, verdict| verdict && verdict.level.to_s == @level } if @level
        return found unless @sort == 'readiness'

        found.sort_by.with_index do |(_, verdict), at|
          verdict ? [LEVELS.index(verdict.level.to_s), verdict.missing.size, -verdict.share, at] : [LEVELS.size, 0, 0, at]
        end
      end

      # What is looked at while the specs wait is looked at before the shelf is read.
      def wake
        Looking.wake(@studio.id, @kind) unless unseen.empty?
      end

      def unseen = @kind.unseen.where(Sequel[:tunes][:archived_at] => nil)

      def short_rows
        order = @sort == 'readiness' ? ORDERS['title'] : ORDERS.fetch(@sort)
        words = @words.each_with_index.map { |word, at| begins(word).as(:"word#{at}") }
        looked(filtered).order(*order.map { qualified(_1) }).select(Sequel[:tunes][:id], LOOKED[:sets], *words).naked.all
      end

      def qualified(order) = order.is_a?(Symbol) ? Sequel[:tunes][order] : Sequel.desc(Sequel[:tunes][order.expression])

      def looked(rows)
        rows.left_join(:tune_demands, LOOKED[:tune_id] => Sequel[:tunes][:id], LOOKED[:kind_id] => @kind.id, LOOKED[:digest] => Sequel[:tunes][:digest])
      end

      # Every word begins one of the title's, key's, source's, or of what is new in it.
      def judge(row)
        verdict = row[:sets] && judge_of.of(JSON.parse(row[:sets]))
        fits = @words.each_with_index.all? { |word, at| [1, true].include?(row[:"word#{at}"]) || new_in_it?(verdict, word) }
        [row[:id], verdict] if fits
      end

      def new_in_it?(verdict, word) = verdict ? verdict.missing.any? { |skill| skill_words(skill, word) } : false
      def judge_of = @judge_of ||= Fawnmoss::Path::Judge.new(@subject.states, @subject.map)

      def skill_words(skill, word)
        known = (@skill_words ||= {})
        known.fetch([skill, word]) { |asked| known[asked] = Models::Tune.plain_words(@subject.map[skill].name).any? { _1.start_with?(word) } }
      end

      # The rows of a page, whole.
      def rows(page)
        ids = page.map(&:first)
        tunes = Models::Tune.where(id: ids).select(*(Models::Tune.columns - [:text])).as_hash(:id)
        use = @studio.tune_use(ids)
        asks = @kind ? FawnmossServer.db[:tune_demands].where(kind_id: @kind.id, tune_id: ids).as_hash(:tune_id) : {}
        page.filter_map { |id, verdict| tunes[id] && { **TuneAnswer.row(tunes[id], use), readiness: verdict && readiness(asks[id]) } }
      end

      def readiness(row)
        return unless row # made anew at this moment

        asks = Fawnmoss::Chart::Asks.new(demand_bars: JSON.parse(row[:bars]), demand_notes: JSON.parse(row[:sets]).transform_keys(&:split), cost: 0.0,
                                         moved: row[:moved], why: row[:why])
        ReadinessAnswer.of(asks, @subject, moved: Fawnmoss::Theory::Interval.octaves(asks.moved / 12).words)
      end

      def looking = @kind ? unseen.count : 0
    end
  end
end
