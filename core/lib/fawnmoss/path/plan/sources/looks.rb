# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      module Sources
        # Looks back at what was taken up before: of the sound, of a scale or pattern, and others that are due, promised or added.
        class Looks < Maker
          EVERY = 10 # minutes: so many looks back and no more, or nothing new is ever begun
          SOUND = ['sound'].freeze
          LINES = %w[pattern scale].freeze

          # Open strings: the look at a sound skill that is due, or long strokes.
          def sound
            return unless @map.skills.any? { SOUND.include?(_1.area) && @states.name(_1.id) != :untouched }

            review = lead(SOUND)
            return leading('sound', review) if review

            candidate('sound', 'sound', 'Open strings', [2, 3, 5], points: POINTS[:sound], reasons: ['tone before speed'],
                                                                   words: 'Long strokes on each string, straight and even; listen to the ring after the stop.')
          end

          # The scale or pattern that is due, else the scale of the tune in work.
          def scale
            review = lead(LINES)
            return leading('scale', review) if review

            tune = @at.tunes.first
            return unless tune && @states.had?('scale.first')

            candidate('scale', 'scale', "Scale and arpeggio of #{tune.key}", [2, 4, 7], points: POINTS[:scale], reasons: ["the key of #{tune.title}"],
                      line: line(tune), words: 'Slowly, each note twice, then in the rhythm of the tune.')
          end

          # In a key of the old modes the scale is the major or minor on its tonic.
          def line(tune)
            key = Theory::Key.parse(tune.key)
            Line.build(keys: ["#{key.tonic} #{key.minor? ? 'minor' : 'major'}"], rhythm: 'twice')
          rescue InvalidInput
            nil
          end

          # Those asked for, and at most one for every ten minutes, that of the sound and that of the scale counted; then what comes due
          # next, for when there is time left. What is dropped takes nobody's place. also: skills that something new rests on.
          def others(also)
            led = leads.keys
            wanted = wanted(also).map(&:id) - led
            chosen, rest = due.reject { led.include?(_1.skill) }.partition { wanted.include?(_1.skill) || dropped_skill?(_1.skill) }
            more = (wanted - chosen.map(&:skill)).map { Review.new(skill: _1, over: 0, interval: 1, why: 'wanted for this lesson') }
            (chosen + more + rest.first([(@at.minutes / EVERY) - led.count { !dropped_skill?(_1) }, 1].max) + early(wanted)).map { look(_1) }
          end

          # Id of the candidate by which a skill is looked at again.
          def id(skill) = ItemId.text(leads.fetch(skill, 'review'), skill)

          # Promised or added skills that are under way, and those that something new rests on.
          def wanted(also) = (asked + also).uniq.filter_map { @map[_1] }.reject { @states.name(_1.id) == :untouched || @states.held?(_1.id) }

          # Due looks, those worth most first.
          def due = @due ||= all.reject { early?(_1) }.sort_by.with_index { |review, at| [-points(review), at] }

          private

          def all = @all ||= Review.all(@map, @states, today: @at.today, rules: @at.rules)
          def early?(review) = review.due && review.due.jd > @at.today.jd

          def early(wanted)
            dropped, rest = all.select { early?(_1) && @states.had?(_1.skill) && !wanted.include?(_1.skill) }.partition { dropped_skill?(_1.skill) }
            rest.first(@at.minutes / EVERY) + dropped
          end

          def lead(areas) = due.find { areas.include?(@map[_1.skill].area) }
          # { skill => kind } of the looks that stand first among the sound and among the lines.
          def leads = { lead(SOUND)&.skill => 'sound', lead(LINES)&.skill => 'scale' }.except(nil)

          def leading(kind, review)
            skilled(kind, @map[review.skill], [2, 4, kind == 'sound' ? 6 : 7], [words(review)], points: POINTS.fetch(kind.to_sym) + points(review))
          end

          def look(review)
            skill = @map[review.skill]
            skilled('review', skill, [2, 3, 6], [words(review)], points: points(review), must: added?(skill))
          end

          # What is secure can wait; what failed cannot.
          def points(review)
            return POINTS[:early] + promise_points('skill', review.skill) if early?(review)

            late = review.over * 10 / review.interval
            known = @states.name(review.skill) == :secure ? POINTS[:secure] + [late, 8].min : POINTS[:review] + [late, 30].min
            known + (@states.good_in_a_row(review.skill).zero? ? POINTS[:failed] : 0) + promise_points('skill', review.skill)
          end

          def words(review)
            return review.why unless review.due
            return "due on #{review.due.strftime('%-d %B')}, but there is time: #{review.why}" if early?(review)

            days = review.over == 1 ? '1 day' : "#{review.over} days"
            "#{review.over.zero? ? 'due today' : "due #{days} ago"}: #{review.why}"
          end
        end
      end
    end
  end
end
