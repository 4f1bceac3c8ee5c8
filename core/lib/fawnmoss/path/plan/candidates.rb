# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Everything a lesson could hold, with what it is worth and why. The points are ours: promised work 60, pain 100, a look that is
      # due 20 and up to 30 for being late (12 and up to 8 when secure), one before its time 5, a tune's spots 30 and playing it 25, new things 35 and 22.
      class Candidates
        POINTS = { promised: 60, review: 20, secure: 12, early: 5, failed: 10, spots: 30, tune: 25, new: [35, 22, 15, 10], sound: 24, scale: 24, warm_up: 20, card: 20 }.freeze
        NEW = 4 # so many new things are weighed against each other
        LONG = 60 # minutes; from then on some things take longer, with a rest for every three quarters of an hour
        STRETCHED = %w[scale spots new tune].freeze
        LOOK_EVERY = 10 # minutes: so many looks back and no more, or nothing new is ever begun
        SOUND = ['sound'].freeze
        LINES = %w[pattern scale].freeze

        # situation: Situation.
        def initialize(situation)
          @at = situation
          @map = situation.map
          @states = situation.states
          @promised = situation.promises.group_by { [_1.kind, _1.ref] }.transform_values(&:first)
        end

        # Candidate list, without those the teacher dropped, with the minutes the teacher fixed.
        def list
          all = [*talk, warm_up, sound, scale, *reviews, *rests, *tunes, *news, *own, card].compact
          all.reject { dropped.include?(_1.id) }.map { fix(_1) }
        end

        # Sentences about promises that cannot be kept yet.
        def warnings
          @promised.values.select { _1.kind == 'skill' }.filter_map do |promise|
            skill = @map[promise.ref]
            missing = skill && missing(skill)
            "#{skill.name} was #{promise.words}, but #{missing.map { @map[_1].name }.join(' and ')} must be steady first." if missing&.any?
          end
        end

        private

        def dropped = @at.wishes.dropped

        def fix(candidate)
          minutes = @at.wishes.minutes[candidate.id]
          minutes ? candidate.copy(fixed: minutes, must: true) : candidate
        end

        def candidate(id, kind, title, least:, usual:, most:, reasons: [], words: nil, **more)
          stretch = STRETCHED.include?(kind) && @at.minutes > LONG ? @at.minutes / LONG.to_r : 1
          Candidate.new(id:, kind:, title:, least:, usual: (usual * stretch).to_i, most: (most * stretch).to_i, reasons:, words:, must: false, after: [], **more)
        end

        def talk
          return [] if @at.holds.empty?

          [candidate('talk', 'talk', 'Ask about the pain', points: 100, least: 1, usual: 2, most: 3, must: true, reasons: @at.holds.map(&:words),
                     words: 'What hurt, when, and does it still? Look at the hold and the shoulders together; leave out what brings it back.',
                     caution: 'Pain that stays or comes back belongs with a doctor or a physiotherapist who knows musicians.')]
        end

        def warm_up
          usual = (@at.minutes / 12).clamp(1, 5)
          reason = @at.holds.any? ? 'gently: something hurt' : 'body and bow hand first, always'
          candidate('warm-up', 'warm-up', 'Body and bow hand', points: POINTS[:warm_up], least: 1, usual:, most: usual + 2, must: @at.minutes >= 10,
                                                               reasons: [reason], words: 'Whole body, then the hold, then one or two exercises of the bow hand.')
        end

        # Open strings: the look at a sound skill that is due, or long strokes.
        def sound
          return unless @map.skills.any? { SOUND.include?(_1.area) && @states.name(_1.id) != :untouched }

          review = lead(SOUND)
          return skilled('sound', review, POINTS[:sound] + review_points(review), most: 6) if review

          candidate('sound', 'sound', 'Open strings', points: POINTS[:sound], least: 2, usual: 3, most: 5, reasons: ['tone before speed'],
                                                      words: 'Long strokes on each string, straight and even; listen to the ring after the stop.')
        end

        # The scale or pattern that is due, else the scale of the tune in work.
        def scale
          review = lead(LINES)
          return skilled('scale', review, POINTS[:scale] + review_points(review), most: 7) if review

          tune = @at.tunes.first
          return unless tune && @states.had?('scale.first')

          candidate('scale', 'scale', "Scale and arpeggio of #{tune.key}", points: POINTS[:scale], least: 2, usual: 4, most: 7,
                                                                           reasons: ["the key of #{tune.title}"], words: 'Slowly, each note twice, then in the rhythm of the tune.')
        end

        def lead(areas) = due.find { areas.include?(@map[_1.skill].area) }

        def skilled(kind, review, points, most:)
          skill = @map[review.skill]
          candidate("#{kind} #{skill.id}", kind, skill.name, points:, least: 2, usual: 4, most:, **about(skill), reasons: reasons(skill, [review_words(review)]))
        end

        # Due looks, those worth most first.
        def due = @due ||= looks.reject { early?(_1) }.sort_by.with_index { |review, at| [-review_points(review), at] }
        def looks = @looks ||= Review.all(@map, @states, today: @at.today, rules: @at.rules)
        def early?(review) = review.due && review.due > @at.today

        # At most one look for every ten minutes, those worth most, that of the sound and that of the scale counted; besides those asked for.
        def reviews
          taken = [lead(SOUND), lead(LINES)].compact.map(&:skill)
          taken -= taken.select { dropped.include?("sound #{_1}") || dropped.include?("scale #{_1}") }
          asked = wanted_looks.map(&:id) - taken
          wanted, others = due.reject { taken.include?(_1.skill) }.partition { asked.include?(_1.skill) }
          more = (asked - wanted.map(&:skill)).map { Review.new(skill: _1, over: 0, interval: 1, why: 'wanted for this lesson') }
          (wanted + more + others.first([(@at.minutes / LOOK_EVERY) - taken.size, 1].max) + early(asked)).map { review(_1) }
        end

        # What comes due next, for when there is time left.
        def early(asked) = looks.select { early?(_1) && @states.had?(_1.skill) && !asked.include?(_1.skill) }.first(@at.minutes / LOOK_EVERY)

        # Promised or added skills that are under way, and rusty ones that a new thing rests on.
        def wanted_looks
          ids = @at.wishes.added + @promised.values.select { _1.kind == 'skill' }.map(&:ref) + proposals.flat_map { rusty_needs(_1.skill) }
          ids.uniq.filter_map { @map[_1] }.reject { @states.name(_1.id) == :untouched || @states.held?(_1.id) }
        end

        def review(review)
          skill = @map[review.skill]
          candidate("review #{skill.id}", 'review', skill.name, points: review_points(review), least: 2, usual: 3, most: 6, must: @at.wishes.added.include?(skill.id),
                                                                **about(skill), reasons: reasons(skill, [review_words(review)]))
        end

        # What is secure can wait; what failed cannot.
        def review_points(review)
          return POINTS[:early] + promise_points('skill', review.skill) if early?(review)

          late = review.over * 10 / review.interval
          known = @states.name(review.skill) == :secure ? POINTS[:secure] + [late, 8].min : POINTS[:review] + [late, 30].min
          known + (@states.good_in_a_row(review.skill).zero? ? POINTS[:failed] : 0) + promise_points('skill', review.skill)
        end

        def review_words(review)
          return review.why unless review.due
          return "due on #{review.due.strftime('%-d %B')}, but there is time: #{review.why}" if early?(review)

          over = review.over.zero? ? 'due today' : "due #{review.over} #{review.over == 1 ? 'day' : 'days'} ago"
          "#{over}: #{review.why}"
        end

        def promise_points(kind, ref) = @promised.key?([kind, ref]) ? POINTS[:promised] : 0
        def reasons(skill, more) = [@promised[['skill', skill.id]]&.words, *more].compact
        def about(skill) = { skill: skill.id, words: skill.task, checks: skill.checks, caution: skill.caution }

        # A rest within long lessons; hands and heads need one.
        def rests
          count = @at.minutes > LONG ? @at.minutes / 45 : 0
          Array.new(count) do |at|
            candidate("rest #{at + 1}", 'rest', 'Rest', points: 25, least: 3, usual: 5, most: 5, must: true, reasons: ['a long lesson'],
                      words: 'Instrument down, water, a few steps, shake out.')
          end
        end

        def tunes
          @at.tunes.first(2).flat_map.with_index do |tune, at|
            reasons = [@promised[['tune', tune.tune]]&.words, "in work since #{tune.since.strftime('%-d %B')}", ("last mark #{tune.last}" if tune.last)].compact
            points = promise_points('tune', tune.tune) - (10 * at)
            [(spots(tune, points, reasons) if tune.spots.any?), play(tune, points, reasons)]
          end
        end

        def spots(tune, points, reasons)
          asks = tune.unmet.filter_map { @map[_1]&.name }
          candidate("spots #{tune.tune}", 'spots', "Spots of #{tune.title}", points: POINTS[:spots] + points, least: 4, usual: 6, most: 10, tune: tune.tune,
                    reasons: reasons + (asks.any? ? ["still asks for: #{asks.first(3).join(', ')}"] : []), words: tune.spots.join('; '))
        end

        def play(tune, points, reasons)
          candidate("tune #{tune.tune}", 'tune', "Play #{tune.title}", points: POINTS[:tune] + points, least: 2, usual: 4, most: 6, tune: tune.tune, reasons:,
                    words: 'Through without a stop, or together; then one thing that was good and one to do again.')
        end

        # What could be begun, the best first; added and promised ones too when they are open.
        def proposals
          @proposals ||= begin
            asked = @at.wishes.added + @promised.values.select { _1.kind == 'skill' }.map(&:ref)
            looked = due.map(&:skill)
            all = NextSkills.new(@map, @states, wanted: @at.tunes.flat_map(&:unmet)).list(@map.skills.size).reject { looked.include?(_1.skill.id) }
            first, rest = all.partition { asked.include?(_1.skill.id) }
            (first + rest).first(NEW)
          end
        end

        def news
          return [] if @at.rules.new_things.zero?

          proposals.reject { |one| started?(one.skill) && asked_look?(one.skill) }.each_with_index.map do |one, rank|
            skill = one.skill
            candidate("new #{skill.id}", 'new', skill.name, points: POINTS[:new].fetch(rank, 10) + promise_points('skill', skill.id), least: 4, usual: 6, most: 9,
                      must: @at.wishes.added.include?(skill.id), after: rusty_needs(skill).map { "review #{_1}" }, **about(skill), reasons: reasons(skill, one.reasons))
          end
        end

        # Begun before and looked at again in this lesson anyhow.
        def asked_look?(skill) = wanted_looks.include?(skill)
        def started?(skill) = @states.name(skill.id) != :untouched
        def rusty_needs(skill) = skill.needs.select { @states.name(_1) == :rusty && !@states.held?(_1) }
        def missing(skill) = skill.needs.reject { @states.had?(_1) }

        def own
          promised = @promised.values.select { _1.kind == 'own' }.map do |promise|
            candidate("own #{promise.ref}", 'own', promise.title, points: POINTS[:promised], least: 2, usual: 4, most: 8, reasons: [promise.words], words: '')
          end
          promised + @at.wishes.own.map do |own|
            candidate(own[:id], 'own', own[:title], points: POINTS[:promised], least: 1, usual: 4, most: 10, must: true, reasons: ['your own'], words: own[:words])
          end
        end

        def card
          candidate('card', 'card', 'Set the work for home', points: POINTS[:card], least: 1, usual: 2, most: 3, must: @at.minutes >= 10,
                    reasons: ['so that the days until the next lesson count'], words: 'Say together what to do each day, and for how long.')
        end
      end
    end
  end
end
