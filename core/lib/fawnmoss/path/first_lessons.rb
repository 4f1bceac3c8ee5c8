# frozen_string_literal: true

module Fawnmoss
  module Path
    # What the first lessons of a beginner hold: strands that go side by side, each a list of steps (core/data/first_lessons.yml).
    # strands: Strand list; play: { minutes:, words: } of what is played and sung; free: { title:, words: } list of what fills a lesson up.
    FirstLessons = Value.of(:strands, :play, :free) do
      # entries: as in the file; skills: Skill list. Raises InvalidInput for a skill that there is not.
      def self.read(entries, skills)
        strands = entries.fetch('strands').map { |entry| FirstLessons::Strand.new(**entry.transform_keys(&:to_sym)) }
        unknown = strands.flat_map { [*_1.steps.flatten, *_1.after] } - skills.map(&:id)
        if unknown.any?
          raise InvalidInput.new("the first lessons name #{unknown.join(', ')}, which is no skill", where: { file: 'first_lessons.yml' }, remedy: 'Mend it.')
        end

        new(strands: strands.freeze, play: entries.fetch('play').transform_keys(&:to_sym).freeze,
            free: entries.fetch('free').map { _1.transform_keys(&:to_sym).freeze }.freeze)
      end

      def derive = @own = strands.flat_map { _1.steps.flatten }.to_set.freeze

      # True while a pupil is to have first lessons: hardly anything else is had, and some step is still to come.
      # map: SkillMap; states: States.
      def for?(map, states)
        others = states.touched.lazy.select { map.include?(_1) && !@own.include?(_1) && states.had?(_1) }
        others.first(FirstLessons::OTHERS).size < FirstLessons::OTHERS && strands.any? { |strand| strand.ahead(map, states).any? }
      end

      # Words for what is played and sung.
      def play_words(map, states)
        sound = strands.find { _1.name == 'sound' }
        behind = sound.own(map).size - sound.ahead(map, states).size
        play[:words][[behind, play[:words].size - 1].min]
      end
    end

    FirstLessons::OTHERS = 3 # skills outside the strands that are had: who has so many is no beginner

    # name: in the reasons; minutes: least, usual, most; steps: lists of skill ids; after: the strand begins once this skill goes, or nil.
    FirstLessons::Strand = Value.of(:name, :minutes, :steps, :after) do
      # Its steps as far as a path has them.
      def own(map) = steps.map { |step| step.select { map.include?(_1) } }.reject(&:empty?)

      # Steps still to come, the one in hand first. A step is behind when all of it has been marked 1 or better.
      def ahead(map, states) = own(map).drop_while { |step| step.all? { states.begun?(_1) } }
      def begins?(map, states) = after.nil? || !map.include?(after) || states.begun?(after)
    end
  end
end
