# frozen_string_literal: true

module Fawnmoss
  module Path
    # Derives states from marks by the rules of the guide's path page: steady, the last two marks 2 or more on different
    # days; secure, the last three 2 or more with a 3, over at least seven days; rusty, was that, nothing for 28 days. A second
    # good mark on one day never takes anything away. With a map of the path, a good mark of what rests on a skill counts as using
    # it: who plays scales has not let the bow hold go rusty. What is shown once is had for good after a single mark of 1 or better. What a pupil
    # was placed with counts as steady from that day (Placement).
    class States
      # marks: Path::Mark list in any order, or what Tail leaves of it; today: Date; rules: Rules; holds:
      # Hold list that the teacher has not cleared; map: SkillMap or nil. Marks after today are passed over.
      def initialize(marks, today:, rules: Rules::DEFAULTS, holds: [], map: nil)
        known = today ? marks.reject { _1.on.jd > today.jd } : marks # days are compared by their Julian numbers, which is a good deal quicker
        @marks = known.group_by(&:skill).transform_values { |list| in_order(list) }
        @today = today
        @rules = rules
        @map = map
        @held = holds.to_h { [_1.skill, _1] }
        @used = map && rules.kept_up == 1 ? map.latest(last_good) : {}
        @names = {}
        @runs = {}
      end

      # State of a skill id.
      #   States.new([], today:).of('bow.slur').name # => :untouched
      def of(skill)
        marks = @marks[skill]
        held = @held.key?(skill)
        return State.new(name: :untouched, why: [hold_words(skill), 'no marks yet'].compact.join(' '), held:) unless marks

        known = standing(marks)
        State.new(name: name(skill), why: [hold_words(skill), why(known, name(skill), marks)].compact.join(' '), last_on: marks.last.on, held:)
      end

      # The name alone, without the words. :untouched, :started, :steady, :secure or :rusty.
      def name(skill)
        @names[skill] ||= named(@marks[skill])
      end

      def had?(skill) = !%i[untouched started].include?(name(skill))
      def held?(skill) = @held.key?(skill)

      # Marks of a skill, oldest first; [] when there are none.
      def marks(skill) = @marks.fetch(skill, [])

      # The day a skill was last marked, or last used in something that rests on it and went well. nil without marks.
      def used_on(skill) = used(skill)&.then { Date.jd(_1) }

      # True for what is shown once and has been.
      def shown?(skill) = !@map.nil? && @map[skill]&.once == true && begun?(skill)

      # The last mark was 1 or better: it goes, if with help.
      def begun?(skill) = @marks.key?(skill) && @marks[skill].last.value >= 1

      # Ids that have marks.
      def touched = @marks.keys

      # { skill id => [Julian days of the first and the last] of the low marks at its end } where they are three or more.
      def low_runs
        @marks.transform_values { |marks| marks.reverse_each.take_while { _1.value < @rules.good } }
              .select { |_, run| run.size >= Tail::LOW }.transform_values { |run| [run.last.on.jd, run.first.on.jd].freeze }
      end

      # What of all this does not depend on the day, as far as there are marks up to today.
      def standings
        known = @marks.to_h { |skill, marks| [skill, shown?(skill) ? :shown : standing(marks)] }
        Standings.new(known: known.freeze, used: known.to_h { |skill, _| [skill, used(skill)] }.freeze,
                      low: low_runs.freeze, last: @marks.each_value.map { _1.last.on.jd }.max)
      end

      # On how many days in a row the skill went well, up to now.
      def good_in_a_row(skill) = @runs[skill] ||= good_days(marks(skill)).size

      private

      # Oldest first; those of one day as they came. Most lists are in order already.
      def in_order(list)
        return list if list.each_cons(2).all? { |one, other| one.on.jd <= other.on.jd }

        list.sort_by.with_index { |mark, at| [mark.on.jd, at] }
      end

      def named(marks)
        return :untouched unless marks
        return :steady if shown?(marks.last.skill)

        Standings.after(standing(marks), @today.jd - used(marks.last.skill), @rules)
      end

      def why(known, name, marks)
        return "shown on #{day(marks.last.on)}" if shown?(marks.last.skill)
        return "was #{known}, nothing since #{day(marks.last.on)}" if name == :rusty

        "#{known} since #{day(since(marks, known))}: #{marks.last(3).map { _1.placed? ? 'placed' : _1.value }.join(', ')}"
      end

      def hold_words(skill) = @held[skill]&.then { "Held. #{_1.words}" }

      # Julian day of used_on.
      def used(skill)
        marks = @marks[skill] or return
        [marks.last.on.jd, @used.fetch(skill, 0)].max
      end

      # { skill => Julian day }
      def last_good = @marks.filter_map { |skill, marks| (mark = marks.reverse_each.find { _1.value >= @rules.good }) && [skill, mark.on.jd] }.to_h

      # Several marks of one day count once, by the best of those after the last that failed.
      def standing(marks)
        days = good_days(marks).last([@rules.secure_marks, @rules.steady_marks].max)
        return :secure if secure?(days.last(@rules.secure_marks))
        return :steady if days.size >= @rules.steady_marks

        :started
      end

      # [[Julian day, best value], ...] of the run of good marks at the end; a mark of placing stands for several.
      def good_days(marks)
        run = []
        marks.reverse_each do |mark|
          day = mark.on.jd
          break run.concat([[day, mark.value]] * [Placement::GOOD_DAYS, @rules.steady_marks].max) if mark.placed?
          break if mark.value < @rules.good

          run.last && run.last[0] == day ? run.last[1] = [run.last[1], mark.value].max : run << [day, mark.value]
        end
        run.reverse!
      end

      def secure?(days)
        days.size == @rules.secure_marks && days.any? { _1[1] == 3 } && days.last[0] - days.first[0] >= @rules.secure_days
      end

      # The day of the mark that brought the present standing.
      def since(marks, known)
        count = marks.size
        count -= 1 while count > 1 && standing(marks.first(count - 1)) == known
        marks[count - 1].on
      end

      def day(date) = date.strftime('%-d %B')
    end
  end
end
