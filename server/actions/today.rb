# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The day's lessons in order of time, and who else wants a look.
    module Today
      def self.call(studio, today)
        pupils = PupilAnswer.list(studio, studio.pupils, today)
        lessons, others = pupils.partition { _1[:lesson_day] == today.cwday }
        { date: today.iso8601, lessons: lessons.sort_by { [_1[:lesson_time] || '99:99', _1[:name]] }, look: others.reject { _1[:look].empty? },
          pupils: pupils.size, tunes: studio.tunes_dataset.count }
      end
    end
  end
end
