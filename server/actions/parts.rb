# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Parts that are worked out to go with a tune: what is wanted of one, what came of it, and the chords under the tune.
    module Parts
      AT_ONCE = 16 # bars of a tune that is looked at as a round within the request
      NO_CHORD = Fawnmoss::Together::Harmony::NO_PLACE # of a chord that was set before the tune was changed

      # The Fawnmoss::Together::Wish of a new part or a changed one: for a pupil it asks for nothing that is not had; where no side is asked for, the
      # one that there is. subject: Subject, made ready; about: { version:, part: }; asked: { side:, pace:, notes: } as of Wish; chords: of the tune.
      # Raises InvalidInput where there is no such part, or where what is set has no place.
      def self.wish(score, subject, about, transpose, chords, asked = {})
        sides = asked[:side] ? [asked[:side]] : Fawnmoss::Together::Wish::SIDES
        sides.each_with_index do |side, index|
          return sided(score, subject, about, transpose, chords, { **asked, side: })
        rescue Fawnmoss::InvalidInput => e
          raise e if index == sides.size - 1 || e.where[:field] != 'kind'
        end
      end

      def self.sided(score, subject, about, transpose, chords, asked)
        wish = Fawnmoss::Together::Wish.build(kind: about[:part], **asked, chords:)
        request = subject.request(about[:version], Fawnmoss::Chart::Choices.new(transpose:, wish:), part: about[:part])
        wish = Fawnmoss::Practice::PartFor.new(score, request, FawnmossServer.catalogue, subject.map.ids).wish if subject.pupil
        made = request.copy(wish:).made(score, FawnmossServer.catalogue)
        misfit = made.misfits.find { |one| one.message != NO_CHORD } and raise misfit
        made.tune
        wish.copy(chords: [].freeze)
      end

      # What is worked out beside a chart; of the tune itself only the chords. Its shape: openapi.yaml, PartView.
      def self.answer(chart, today)
        Charts.apart(chart, today) { shape(chart, chart.request(today)) }
      end

      def self.shape(chart, request)
        made = request.made(chart.tune.score, FawnmossServer.catalogue)
        harmony = made ? made.harmony : harmony(chart, request)
        wish = request.wish&.up(request.transpose)
        { part: chart.part, side: wish&.side, pace: wish&.pace, key: chart.tune.score.up(request.transpose).key.name, title: chart.title,
          set: (wish&.notes || []).map { |bar, beat, pitch| { bar:, beat:, pitch: } }, chords: harmony.list.map { chord(_1) },
          notes: made ? notes(made) : [], left_out: (made || harmony).misfits.map(&:text) }
      end

      # What to play along with: with bass and chords over the chords of the tune, whichever part of it the chart is. solved: Fawnmoss::Chart::Chart.
      def self.played(chart, solved)
        backing = Fawnmoss::Together::Backing.of(chart.tune.score.up(chart.moved), FawnmossServer.catalogue.together['harmony'], set: set(chart))
        { **Fawnmoss::Practice::PlayAlong.of(solved).to_answer, backing: backing.map(&:to_answer), **(chart.part == 'tune' ? {} : beside(chart, solved)) }
      end

      # Who has a part hears the tune beside it.
      def self.beside(chart, solved)
        melody = Fawnmoss::Practice::PlayAlong.beside(solved, chart.tune.score.alone.up(chart.moved))
        { second: melody.map(&:to_answer), called: { own: 'my part', other: 'the tune' } }
      end

      # The chords that are set, in the chart's key, as of Fawnmoss::Together::Harmony.
      def self.set(chart)
        Fawnmoss::Together::Wish.places(Fawnmoss::Together::Wish.of_chords(chart.tune.chords_set).up(chart.moved).chords)
      end

      # The chords under the tune itself, or under a part that does not go by them.
      def self.harmony(chart, request)
        Fawnmoss::Together::Harmony.new(chart.tune.score.up(request.transpose), FawnmossServer.catalogue.together['harmony'], set: set(chart))
      end

      def self.chord(found) = { **found.to_h, at: found.at.to_f, quarters: found.length.to_f }

      # With the ids of the notes and rests as they are written.
      def self.notes(made)
        ids = made.tune.written.to_h { |at, note| [at, note.id] }
        made.notes.map { |note| { **note.to_h, id: ids[note.at], at: note.at.to_f } }
      end

      # Another side, pace or note of a part; the rest is found anew, and marks stay with the notes that are still there.
      # fields: lock_version, side, pace, notes [{ bar:, beat:, pitch: }]. Returns [Models::Chart, how many marks had to go].
      def self.save(studio, id, fields, today)
        chart = studio.chart(id)
        fields.refuse('part', 'This chart is of the tune itself.', 'Add a part first.') unless chart.options.wish
        version = fields.integer('lock_version', 0..1_000_000)
        options, kept = changed(chart, Inputs::PartInput.read(fields), today)
        return stands(chart, options, today) unless chart.lock_version == version

        lost = chart.marks.size - kept.size
        saved = FawnmossServer.db.transaction { chart.save_if(version, options:).tap { |done| chart.replace_pins(kept) if done } }
        saved or raise Stale, Charts.answer(chart, today)
        [chart, lost]
      end

      # Somebody saved since. When it was this very change, whose answer was lost on the way, nothing is the matter.
      def self.stands(chart, options, today)
        chart.stands?(options:) ? [chart, 0] : raise(Stale, Charts.answer(chart, today))
      end

      # [Choices, Pin list] after a change.
      def self.changed(chart, asked, today)
        tune = Charts.readied(chart, today)
        Apart.run(:charts, chart.studio_id, heavy: tune.heavy?) do
          moved = chart.moved
          stored = Fawnmoss::Together::Wish.build(kind: chart.part, **asked).up(moved.back)
          wish = wish(tune.score, chart.subject(today), { version: chart.version, part: chart.part }, moved, tune.chords_set, { **asked, notes: stored.notes })
          carried(chart, chart.options.copy(wish:), today)
        end
      end

      def self.carried(chart, options, today)
        before, now = [chart.options, options].map { chart.request(today, _1).score(chart.tune.score, FawnmossServer.catalogue) }
        ids = Fawnmoss::Score::Carry.ids(before, now)
        bars = now.bars.to_h { [_1.number, _1.number] }
        [options.carried(ids, bars), chart.marks.filter_map { _1.carried(ids) }]
      end

      # Sets the chords that the teacher wants under a tune, instead of those that were set. fields: chords [{ bar:, beat:, chord: }] in the key that transpose
      # leads to; seen: of the chords that the window had (see stand). Returns how many stand. Raises Stale where others are set meanwhile.
      def self.set_chords(studio, id, fields)
        tune = studio.tune(id).charted
        wish = Inputs::PartInput.chords(fields)
        moved = Inputs::ChartInput.transpose(fields) || Fawnmoss::Theory::Interval.octaves(0)
        found = Apart.run(:charts, studio.id, heavy: tune.heavy?) do
          set = Fawnmoss::Together::Wish.places(wish.chords)
          harmony = Fawnmoss::Together::Harmony.new(tune.score.up(moved), FawnmossServer.catalogue.together['harmony'], set:)
          misfit = harmony.misfits.first and raise misfit
          wish.up(moved.back).chords
        end
        keep(studio, tune, found, fields.text('seen', max: 64, default: ''))
        found.size
      end

      # What stands already, its answer lost on the way, was saved.
      def self.keep(studio, tune, found, seen)
        return if found == tune.chords_set

        fresh = seen.empty? || seen == stand(tune)
        saved = fresh && tune.this.where(chords: tune[:chords]).update(chords: found.empty? ? nil : JSON.generate(found)) == 1
        saved or raise Stale, of_tune(studio, tune.id)
      end

      # By what a window knows the chords that it had.
      def self.stand(tune) = Digest::SHA256.hexdigest(JSON.generate(tune.chords_set))

      # Charts of a tune, the tune's own first: [{ id:, part:, side:, version:, pupil_id:, pupil_name:, instrument:, moved: }, ...].
      def self.of_tune(studio, id)
        tune = studio.tune(id)
        charts = studio.charts_dataset.where(tune_id: tune.id).eager(:pupil).order(:id).all
        about = { id: tune.id, title: tune.title, set: tune.chords_set.size, seen: stand(tune), printed: !tune.second.nil?, round: round(tune) }
        { **about, charts: charts.sort_by(&:in_score).map { about(_1) } }
      end

      # How the tune goes as a round, nil where it does not.
      def self.round(tune)
        return if tune.heavy?

        score = tune.score
        found = Apart.run(:tries, tune.studio_id, heavy: score.bars.size > AT_ONCE) { Fawnmoss::Together::Round.new(score).list.first }
        { bars: found.bars, voices: found.voices, words: found.words } if found&.holds
      rescue Fawnmoss::InvalidInput, Apart::Busy, Apart::Failed # it is said another time
        nil
      end

      def self.about(chart)
        { **chart.values.slice(:id, :part, :version, :pupil_id, :instrument), side: chart.options.wish&.side, pupil_name: chart.pupil&.name,
          moved: chart.moved.to_plain }
      end
      private_class_method :sided, :set, :stands, :keep, :stand, :beside, :shape, :harmony, :chord, :notes, :changed, :carried, :round, :about
    end
  end
end
