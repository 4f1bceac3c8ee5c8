# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Chooses, times and orders the items of one lesson.
      class Build
        EASED = %w[talk warm-up first free rest card].freeze

        def initialize(situation)
          @at = situation
          @candidates = Candidates.new(situation)
        end

        def lesson
          list = @candidates.list
          refuse_fixed(list)
          choice = Fill.new(list, @at.minutes, @at.rules.new_things).best || Fill.new(eased(list), @at.minutes, @at.rules.new_things).best
          refuse('what must be in takes longer than the lesson', 'Drop something or take more time.') unless choice

          items, moved = ordered(choice.chosen.map { |candidate, minutes| candidate.item(minutes) })
          Lesson.new(items: items.freeze, minutes: @at.minutes, spare: @at.minutes - items.sum(&:minutes), value: choice.value / 100.0,
                     left_out: left_out(list, choice), dropped: @candidates.dropped.map { |id, one| [one.title, id] },
                     warnings: [*@candidates.warnings, *moved])
        end

        private

        def refuse_fixed(list)
          fixed = list.filter_map(&:fixed)
          wrong = fixed.find { |minutes| minutes < 1 || minutes > @at.minutes }
          return if wrong.nil? && fixed.sum <= @at.minutes

          message = wrong ? "#{wrong} minutes cannot be" : "the fixed items take #{fixed.sum} of #{@at.minutes} minutes"
          refuse(message, 'Give one of them less.')
        end

        def refuse(message, remedy) = raise(InvalidInput.new(message, where: { field: 'minutes' }, remedy:))

        # When time is too short for all that must be in, only what the teacher fixed or added must.
        def eased(list) = list.map { EASED.include?(_1.kind) && _1.fixed.nil? ? _1.copy(must: false) : _1 }

        # By kind, then as the teacher moved them, then so that nothing stands before what it rests on. Returns [items, sentences].
        def ordered(items)
          usual = items.sort_by.with_index { |item, at| [Plan::KINDS.index(item.kind), *rank(item), at] }
          spread(settle(move(usual)))
        end

        # Strands stay in their order.
        def rank(item)
          return [@candidates.place(item.id), 0] if item.kind == 'first'

          skill = item.skill && @at.map[item.skill]
          skill ? [@at.map.before(skill.id).digits(2).sum, skill.order] : [0, 0]
        end

        # Items named in the teacher's order take, in that order, the places that those items have.
        def move(items)
          order = @at.wishes.order
          places = items.each_index.select { order.include?(items[_1].id) }
          moved = items.values_at(*places).sort_by { order.index(_1.id) }
          places.zip(moved).each_with_object(items.dup) { |(place, item), list| list[place] = item }
        end

        def settle(items)
          waiting = items.dup
          sentences = []
          done = []
          until waiting.empty?
            nxt = waiting.find { |item| waiting.none? { |other| rests_on?(item, other) } }
            late = waiting.first
            sentences << "#{late.title} stays behind #{waiting.find { rests_on?(late, _1) }.title}: it rests on it." unless nxt.equal?(late)
            done << waiting.delete(nxt)
          end
          [done, sentences.uniq]
        end

        def rests_on?(item, other)
          item.skill && other.skill && @at.map.include?(item.skill) && @at.map.before(item.skill).anybits?(@at.map.bit(other.skill))
        end

        # Rests are spread evenly over the lesson.
        def spread((items, sentences))
          rests, work = items.partition { _1.kind == 'rest' }
          gap = work.sum(&:minutes) / (rests.size + 1.0)
          done = 0
          list = work.flat_map do |item|
            done += item.minutes
            [item, *rests.shift(rests.any? && done >= gap ? 1 : 0).each { done = 0 }]
          end
          [list + rests, @at.wishes.order.any? ? sentences : []]
        end

        def left_out(list, choice)
          left = list.reject { choice.chosen.key?(_1) || !_1.points.positive? || _1.kind == 'free' }
          left.sort_by { -_1.points }.map { [_1.title, _1.reasons.first, _1.id] }
        end
      end
    end
  end
end
