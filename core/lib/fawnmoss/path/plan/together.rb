# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # The lesson of a group: what most of its members need next, with a word for each (guide page on playing together, Groups; the weights are ours).
      class Together
        # One of the group. id: of the pupil; name; situation: Situation.
        Member = Value.of(:id, :name, :situation)
        # One thing of the lesson. kind: 'warm-up', 'skill', 'tune', 'free' or 'card'; skill: id or nil; say, scale: as of Skill; words: what to do;
        # each: [{ id:, name:, word:, task: what to do where instruments differ, else nil }] for whom something is to be said of its own.
        Item = Value.of(:id, :kind, :title, :minutes, :skill, :tune, :words, :say, :scale, :each)

        SHARES = { 'warm-up' => 2, 'skill' => 3, 'tune' => 6, 'free' => 4, 'card' => 1 }.freeze
        NEXT = [3, 2, 1, 1].freeze # what a member's first, second ... next skill is worth
        DUE = 2 # what a look that is due is worth
        A_SKILL = 12 # minutes of the lesson for each
        WORDS = { begins: 'begins it', due: 'looks at it again', has: 'has it: leads', early: 'is helped: it rests on what is not steady yet',
                  other: 'joins in on open strings' }.freeze

        # members: Member list, one at least; minutes; tune: { id:, title: } or nil; dropped: skill ids; added: skill ids wanted in any case.
        def initialize(members, minutes, tune: nil, dropped: [], added: [])
          unless MINUTES.cover?(minutes)
            raise InvalidInput.new("a lesson of #{minutes} minutes cannot be planned", where: { field: 'minutes' }, remedy: 'From 5 to 180.')
          end

          @members = members
          @minutes = minutes
          @tune = tune
          @dropped = dropped
          @added = added
          @due = {}.compare_by_identity
        end

        # Item list whose minutes add up.
        def items
          wanted = [warm_up, *skills.map { skill(_1) }, music, card].first(@minutes)
          times = Practice::Minutes.share(@minutes, wanted.map { SHARES.fetch(_1.kind) })
          wanted.zip(times).map { |item, minutes| item.copy(minutes:) }
        end

        # Skill ids, the first needed by most; what the teacher added before the others.
        def skills
          count = [@minutes / A_SKILL, 1].max
          (@added + ranked).uniq.reject { @dropped.include?(_1) }.first([count, @added.size].max)
        end

        private

        def ranked
          worth = Hash.new { |all, id| all[id] = [0, 0] }
          @members.each do |member|
            needs(member).each { |id, points| worth[id] = [worth[id][0] + 1, worth[id][1] + points] }
          end
          worth.sort_by { |id, (who, points)| [-who, -points, order(id)] }.map(&:first)
        end

        # { skill id => what it is worth to a member }
        def needs(member)
          at = member.situation
          coming = NextSkills.new(at.map, at.states).list(NEXT.size).map { _1.skill.id }
          due(at).to_h { [_1, DUE] }.merge(coming.zip(NEXT).to_h)
        end

        def order(id) = @members.filter_map { _1.situation.map[id]&.order }.min || 0

        def item(kind, about, title, words, **more)
          Item.new(id: ItemId.text(kind, about), kind:, title:, minutes: 0, words:, scale: 'playing', each: [], **more)
        end

        def warm_up
          item('warm-up', nil, 'Body, bow hand and open strings', 'All together: shake out, the hold, then long open strings that begin and stop as one.')
        end

        def card = item('card', nil, 'Set the work for home', 'Say together what to do each day; each has a card of their own.')

        def music
          return item('free', nil, 'Play and sing', 'A song that all know: sing it, pluck it, then some play and some sing.') unless @tune

          item('tune', @tune[:id], "Play #{@tune[:title]}", 'Breathe in together, begin together; each listens for the others.', tune: @tune[:id])
        end

        def skill(id)
          worded = @members.filter_map { _1.situation.map[id] }
          skill = worded.group_by(&:name).values.max_by(&:size).first # as most of them have it
          same = worded.uniq(&:task).size == 1
          item('skill', id, skill.name, same ? skill.task : 'Each on their own instrument.', skill: id, say: skill.say, scale: skill.scale,
               each: @members.map { word(_1, id, same) })
        end

        def word(member, id, same)
          { id: member.id, name: member.name, word: WORDS.fetch(standing(member.situation, id)), task: (member.situation.map[id]&.task unless same) }
        end

        def standing(situation, id)
          skill = situation.map[id] or return :other
          return due(situation).include?(id) ? :due : :has if situation.states.had?(id)
          return :due unless situation.states.name(id) == :untouched

          skill.needs.all? { situation.states.had?(_1) } ? :begins : :early
        end

        # Skill ids that a member is to look at again, found once for each.
        def due(at) = @due[at] ||= Review.due(at.map, at.states, today: at.today, rules: at.rules).map(&:skill)
      end
    end
  end
end
