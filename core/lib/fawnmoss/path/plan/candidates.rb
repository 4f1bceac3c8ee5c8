# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Everything a lesson could hold, with what it is worth and why.
      class Candidates < Maker
        NEW = 4 # so many new things are weighed against each other
        CHILD = 8 # years; younger ones have nothing over SHORT minutes
        SHORT = 5
        FREE = [1, 4, 10].freeze

        def initialize(situation)
          super
          @looks = Looks.new(situation)
        end

        # Candidate list, without those the teacher dropped, with the minutes the teacher fixed.
        def list = all.reject { dropped?(_1) }.map { fix(_1) }

        # Place of a candidate among all.
        def place(id) = all.index { _1.id == id }

        # Those the teacher dropped: { id it was dropped under => Candidate }.
        def dropped = all.select { dropped?(_1) }.to_h { [@at.wishes.dropped_as(_1), _1] }

        # A word of caution about what was promised or added before what it rests on is steady; the teacher decides.
        def warnings
          asked.uniq.filter_map { @map[_1] }.filter_map { |skill| "#{skill.name} #{early_words(skill)}." if early?(skill) && !dropped_skill?(skill.id) }
        end

        private

        def all
          @all ||= (@at.first? ? beginning : usual).map { _1.copy(most: [_1.most, most(_1)].min, usual: [_1.usual, most(_1)].min) }
        end

        def usual = [*talk, warm_up, @looks.sound, @looks.scale, *@looks.others(rested_on), *rests, *tunes, *news, *own, *free, card].compact

        # Looks back have room when there is some; new things are those of the strands, and what the teacher adds or promised.
        def beginning
          first = Beginning.new(@at).list.compact
          taken = first.flat_map { _1.item.skills }
          looks = @looks.others([]).reject { taken.include?(_1.skill) }
          besides = news.select { asked.include?(_1.skill) && !taken.include?(_1.skill) }
          [*talk, warm_up, *first, *looks, *rests, *tunes, *besides, *own, *free, card].compact
        end

        # So that a lesson has music while no tune is in work, and its minutes are filled.
        def free
          least, usual, most = FREE
          (@at.first_lessons&.free || []).each_with_index.map do |one, at|
            music = at.zero? && @at.tunes.empty? && !@at.first?
            candidate("free #{at + 1}", 'free', one[:title], [least, usual, [most, @at.minutes / 3].max], points: music ? POINTS[:tune] : POINTS[:free],
                      reasons: [music ? 'no tune is in work' : 'there is time'], words: one[:words])
          end
        end

        # Minutes at most: small children stay with a thing for a short time.
        def most(candidate) = @at.age && @at.age < CHILD ? [SHORT, candidate.least].max : candidate.most

        # Rusty skills that the new things of this lesson rest on.
        def rested_on = proposals.reject { dropped_skill?(_1.skill.id) }.flat_map { rusty_needs(_1.skill) }

        def dropped?(candidate) = !@at.wishes.dropped_as(candidate).nil?

        def fix(candidate)
          minutes = @at.wishes.minutes[candidate.id]
          minutes ? candidate.copy(fixed: minutes, must: true) : candidate
        end

        def talk
          return [] if @at.holds.empty?

          [candidate('talk', 'talk', 'Ask about the pain', [1, 2, 3], points: POINTS[:pain], must: true, reasons: @at.holds.map(&:words),
                     words: 'What hurt, when, and does it still? Look at the hold and the shoulders together; leave out what brings it back.',
                     caution: 'Pain that stays or comes back belongs with a doctor or a physiotherapist who knows musicians.')]
        end

        def warm_up
          usual = (@at.minutes / 12).clamp(1, 5)
          reason = @at.holds.any? ? 'gently: something hurt' : 'body and bow hand first, always'
          candidate('warm-up', 'warm-up', 'Body and bow hand', [1, usual, usual + 2], points: POINTS[:warm_up], must: @at.minutes >= 10, reasons: [reason],
                    words: 'Whole body, then the hold, then one or two exercises of the bow hand.')
        end

        # A rest within long lessons; hands and heads need one.
        def rests
          count = @at.minutes > LONG ? @at.minutes / 45 : 0
          Array.new(count) do |at|
            candidate("rest #{at + 1}", 'rest', 'Rest', [3, 5, 5], points: POINTS[:rest], must: true, reasons: ['a long lesson'],
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
          asks = asks.any? ? ["still asks for: #{asks.first(3).join(', ')}"] : []
          candidate("spots #{tune.tune}", 'spots', "Spots of #{tune.title}", [4, 6, 10], points: POINTS[:spots] + points, **about(tune),
                    reasons: reasons + asks, words: tune.spots.join('; '))
        end

        def play(tune, points, reasons)
          candidate("tune #{tune.tune}", 'tune', "Play #{tune.title}", [2, 4, 6], points: POINTS[:tune] + points, **about(tune), reasons:,
                    words: 'Through without a stop, or together; then one thing that was good and one to do again.')
        end

        def about(tune) = { tune: tune.tune, tune_title: tune.title }

        # What could be begun, the best first; added and promised ones too when they are open; last of all what was dropped.
        def proposals
          @proposals ||= begin
            looked = @looks.due.map(&:skill)
            all = (NextSkills.new(@map, @states, wanted: @at.tunes.flat_map(&:unmet)).list(@map.skills.size) + early).reject { looked.include?(_1.skill.id) }
            dropped, open = all.partition { dropped_skill?(_1.skill.id) }
            open.partition { asked.include?(_1.skill.id) }.flatten.first(NEW) + dropped
          end
        end

        # What is asked for although something that it rests on is not steady yet.
        def early
          asked.uniq.filter_map { @map[_1] }.select { early?(_1) }.map { NextSkills::Proposal.new(skill: _1, reasons: [early_words(_1)]) }
        end

        def early?(skill) = missing(skill).any? && @states.name(skill.id) == :untouched && !@states.held?(skill.id)
        def missing(skill) = skill.needs.reject { @states.had?(_1) }
        def early_words(skill) = "rests on #{missing(skill).map { @map[_1].name }.join(' and ')}, not steady yet"

        # Without what was begun before and is looked at again in this lesson anyhow.
        def news
          return [] if @at.rules.new_things.zero?

          again = @looks.wanted([]).map(&:id)
          proposals.reject { again.include?(_1.skill.id) }.each_with_index.map do |one, rank|
            skill = one.skill
            rusty = rusty_needs(skill)
            skilled('new', skill, [4, 6, 9], one.reasons, points: POINTS[:new][[rank, NEW - 1].min] + promise_points('skill', skill.id),
                                                          after: rusty.map { @looks.id(_1) },
                                                          must: added?(skill) && rusty.none? { dropped_skill?(_1) })
          end
        end

        def own
          promised = @promised.values.select { _1.kind == 'own' }.map do |promise|
            candidate("own #{promise.ref}", 'own', promise.title, [2, 4, 8], points: POINTS[:promised], reasons: [promise.words], words: '')
          end
          promised + @at.wishes.own.map do |own|
            candidate(own[:id], 'own', own[:title], [1, 4, 10], points: POINTS[:promised], must: true, reasons: ['your own'], words: own[:words])
          end
        end

        def card
          candidate('card', 'card', 'Set the work for home', [1, 2, 3], points: POINTS[:card], must: @at.minutes >= 10,
                    reasons: ['so that the days until the next lesson count'], words: 'Say together what to do each day, and for how long.')
        end
      end
    end
  end
end
