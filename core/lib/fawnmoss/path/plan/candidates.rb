# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # Everything a lesson could hold, from the source of each kind, as the teacher wishes it.
      class Candidates
        CHILD = 8 # years; younger ones have nothing over SHORT minutes
        SHORT = 5

        def initialize(situation)
          @at = situation
          @looks = Sources::Looks.new(situation)
          @news = Sources::News.new(situation, @looks)
        end

        # Candidate list, without those the teacher dropped, with the minutes the teacher fixed.
        def list = all.reject { dropped?(_1) }.map { fix(_1) }

        # Place of a candidate among all.
        def place(id) = all.index { _1.id == id }

        # Those the teacher dropped: { id it was dropped under => Candidate }.
        def dropped = all.select { dropped?(_1) }.to_h { [@at.wishes.dropped_as(_1), _1] }

        def warnings = @news.warnings

        private

        def all = @all ||= sources.map { within(_1) }

        # In the order of a lesson.
        def sources
          frame = Sources::Frame.new(@at)
          tunes, own, free = [Sources::Tunes, Sources::Own, Sources::Free].map { _1.new(@at).list }
          [*frame.talk, *frame.warm_up, *(@at.first? ? beginning : taught), *frame.rests, *tunes, *news, *own, *free, *frame.card]
        end

        def taught = [@looks.sound, @looks.scale, *@looks.others(@news.rested_on)].compact

        # Looks back have room when there is some.
        def beginning = [*first, *@looks.others([]).reject { taken.include?(_1.skill) }]
        def first = @first ||= Sources::Beginning.new(@at).list
        def taken = @taken ||= first.flat_map { _1.item.skills }

        # In a first lesson new things are those of the strands, and what the teacher adds or promised.
        def news = @at.first? ? @news.list.select { @at.asked.include?(_1.skill) && !taken.include?(_1.skill) } : @news.list

        # Small children stay with a thing for a short time.
        def within(candidate)
          return candidate unless @at.age && @at.age < CHILD

          most = [SHORT, candidate.least].max
          candidate.copy(most: [candidate.most, most].min, usual: [candidate.usual, most].min)
        end

        def dropped?(candidate) = !@at.wishes.dropped_as(candidate).nil?

        def fix(candidate)
          minutes = @at.wishes.minutes[candidate.id]
          minutes ? candidate.copy(fixed: minutes, must: true) : candidate
        end
      end
    end
  end
end
