# frozen_string_literal: true

module Fawnmoss
  module Path
    # What a parent reads after a term: kind, plain sentences made from the evidence, and no grade.
    class TermReport
      # heading: words; sentences: list.
      Part = Value.of(:heading, :sentences)

      # name: of the pupil; map: SkillMap; marks: Path::Mark list; from, to: Dates; lessons: Dates on which the pupil was seen; tunes:
      # [{ title:, value: last mark, on: Date }]; practice: { Date => minutes } told from cards; rules: Rules.
      def initialize(name:, map:, marks:, from:, to:, lessons: [], tunes: [], practice: {}, rules: Rules::DEFAULTS)
        raise InvalidInput.new('the end lies before the beginning', where: { field: 'to' }, remedy: 'Swap the dates.') if to < from

        @name = name
        @map = map
        @marks = marks
        @from = from
        @to = to
        @lessons = lessons.grep(from..to).uniq
        @tunes = tunes.select { (from..to).cover?(_1[:on]) }
        @practice = practice.select { |day, _| (from..to).cover?(day) }
        # What the pupil was placed with was there before.
        earlier = marks.map { _1.placed? ? _1.copy(on: [_1.on, from - 1].min) : _1 }
        @before, @after = [earlier, marks].zip([from - 1, to]).map { |list, day| States.new(list, today: day, rules:, map:) }
      end

      # Part list.
      def parts
        [part('Lessons and practice', [seen, practised]), part('Learnt this term', [secure, steady]), part('In the making', [begun, kept]),
         part('Tunes', [finished, played]), part('Next', [coming])].compact
      end

      private

      def part(heading, sentences)
        given = sentences.compact
        Part.new(heading:, sentences: given) if given.any?
      end

      def seen
        return "We have no lessons written down between #{day(@from)} and #{day(@to)}." if @lessons.empty?

        "#{@name} was here #{times(@lessons.size)} between #{day(@from)} and #{day(@to)}."
      end

      def practised
        minutes = @practice.values.sum
        days = @practice.count { |_, value| value.positive? }
        "At home #{@name} told of practice on #{days} #{days == 1 ? 'day' : 'days'}, #{minutes} minutes together." if minutes.positive?
      end

      def rose(name, from) = @map.skills.select { @after.name(_1.id) == name && from.include?(@before.name(_1.id)) }

      def secure
        skills = rose(:secure, %i[untouched started steady rusty])
        "These now go by themselves, in time and again and again: #{listed(skills)}." if skills.any?
      end

      def steady
        skills = rose(:steady, %i[untouched started])
        "These work without help when taken slowly: #{listed(skills)}." if skills.any?
      end

      def begun
        skills = rose(:started, %i[untouched])
        "We have begun #{listed(skills)}; such things take their time, and that is as it should be." if skills.any?
      end

      def kept
        stayed = rose(:started, %i[started])
        skills = stayed.select { |skill| @after.marks(skill.id).any? { _1.on >= @from } }
        "We stayed with #{listed(skills)}, and will go on a little at a time." if skills.any?
      end

      def finished
        done = @tunes.select { _1[:value] == 3 }
        "#{@name} can play #{titles(done)}, alone and in time." if done.any?
      end

      def played
        others = @tunes.reject { _1[:value] == 3 }
        "In work: #{titles(others)}." if others.any?
      end

      def coming
        names = names(NextSkills.new(@map, @after).list.map(&:skill))
        names.any? ? "What comes next: #{sentence(names, names.size)}." : 'Everything on the path is steady; from here on it is tunes.'
      end

      # The latest of the path first: they say most about now.
      def listed(skills) = sentence(names(skills.last(6).reverse), skills.size)
      def names(skills) = skills.map { _1.name.sub(/\A\w/, &:downcase) }
      def titles(tunes) = sentence(tunes.first(6).map { _1[:title] }, tunes.size)

      def sentence(words, all)
        words += ["#{all - words.size} more"] if all > words.size
        words.size == 1 ? words.first : "#{words[..-2].join(', ')} and #{words.last}"
      end

      def times(count) = { 1 => 'once', 2 => 'twice' }.fetch(count, "#{count} times")
      def day(date) = date.strftime('%-d %B %Y')
    end
  end
end
