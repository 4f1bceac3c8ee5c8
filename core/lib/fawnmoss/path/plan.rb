# frozen_string_literal: true

module Fawnmoss
  module Path
    # The lesson plan: what is worth doing now, fitted exactly into the minutes there are, in teaching order.
    module Plan
      MINUTES = (5..180)
      # The order of a lesson (guide page on the path).
      KINDS = %w[talk warm-up first sound scale review rest spots new tune own free card].freeze

      # One timed thing. id: stable, such as 'review bow.slur'; kind: of KINDS; title; minutes; reasons: sentences; skill: id or nil;
      # tune, tune_title: id and title or nil; words: what to do; line: Line or nil; checks: list;
      # caution: or nil; pinned: true when the teacher fixed its minutes; say: to a child, or nil; scale: what its marks mean, as of Skill; also: small
      # skills that share the item, each { skill:, title:, words:, say:, scale:, checks:, caution:, faults: }.
      Item = Value.of(:id, :kind, :title, :minutes, :reasons, :skill, :tune, :tune_title, :words, :line, :checks, :caution, :pinned, :say, :scale, :also) do
        # Skill ids that can be marked in it.
        def skills = [*skill, *also.map { _1[:skill] }]

        # Its title and those of what shares it.
        def heading = [title, *also.map { _1[:title] }].join(', ')

        # The same as items about one skill each.
        def apart
          others = also.map { |part| part.slice(:skill, :title, :words, :say, :scale, :checks, :caution) }
          [copy(also: []), *others.map { |part| copy(also: [], id: ItemId.text(kind, part[:skill]), **part) }]
        end
      end

      # items: in order; minutes: of the lesson; spare: minutes that nothing wants; left_out: [[title, reason, id]] of what did not
      # fit, the most valuable first; dropped: [[title, id]] of what the teacher left out; warnings: sentences; value: what the chosen
      # items are worth together, in points.
      Lesson = Value.of(:items, :minutes, :spare, :left_out, :dropped, :warnings, :value)

      # situation: Situation. Returns Lesson. Raises InvalidInput naming the field for minutes or wishes that cannot be.
      def self.for(situation)
        unless MINUTES.cover?(situation.minutes)
          raise InvalidInput.new("a lesson of #{situation.minutes} minutes cannot be planned", where: { field: 'minutes' }, remedy: 'From 5 to 180.')
        end

        Build.new(situation).lesson
      end

      # The plans of several lessons in a row, supposing that all goes well: what was looked at earns a 2, what was new a 1.
      # dates: Date list, the first being that of the situation. Returns a Lesson for each.
      def self.ahead(situation, dates)
        dates.each_with_object([]) do |date, plans|
          situation = situation.after(plans.last, on: date) if plans.any?
          plans << self.for(situation)
        end
      end
    end
  end
end
