# frozen_string_literal: true

module Fawnmoss
  module Path
    # What of years of marks still decides today's states, whatever the rules are: enough to show every pupil of a studio
    # without reading all that was ever marked.
    module Tail
      # One of these marks, with what decides states. skill: id; value: 0..3; on: Date; source: as of Mark where that decides, otherwise nil.
      # Plain, since there are thousands of them.
      Glimpse = Struct.new(:skill, :value, :on, :source) do
        def placed? = source == Placement::SOURCE
      end

      DAYS = 8 # no rule looks at more good days in a row
      LOW = 3 # so many low marks and the first of them tell who is stuck

      # marks: of one skill, oldest first. Returns the last of them, unbroken, as far as any rule looks back, and of a long low run its
      # first mark with the one that came before it.
      def self.of(marks)
        from = marks.size
        firsts = []
        [1, 2, 3].each do |bar|
          start = run(marks, bar)
          good = marks.last.value >= bar
          from = [from, good ? days_back(marks, start) : marks.size - LOW].min
          firsts += [start - 1, start] unless good
        end
        from = [from, 0].max
        marks.values_at(*firsts.uniq.sort.grep(0...from)) + marks.drop(from)
      end

      # Index at which the run begins that ends with the last mark: all at or over the bar, or all under it.
      def self.run(marks, bar)
        side = marks.last.value >= bar
        marks.size - marks.reverse_each.take_while { (_1.value >= bar) == side }.size
      end

      # Index of the mark before the run, or of the first mark of its last days when it is long.
      def self.days_back(marks, start)
        days = 0
        at = marks.size
        while at > start && days <= DAYS
          at -= 1
          days += 1 if at == marks.size - 1 || marks[at].on != marks[at + 1].on
        end
        days > DAYS ? at + 1 : at - 1
      end
      private_class_method :run, :days_back
    end
  end
end
