# frozen_string_literal: true

module Fawnmoss
  module Path
    # The numbers by which marks become states and plans; a studio may change them. good: the least value that counts;
    # steady_marks, secure_marks: how many good marks in a row; secure_days: over how many days at least; rusty_days: without a mark;
    # stuck_days: low for so long; reviews: days after good marks, one, two, three ... in a row; new_things: at most in a lesson; kept_up: 1 when a good
    # mark of something that rests on a skill keeps the skill itself in use, 0 when only its own marks do.
    Rules = Value.of(:good, :steady_marks, :secure_marks, :secure_days, :rusty_days, :stuck_days, :reviews, :new_things, :kept_up) do
      # changes: { 'rusty_days' => 42 } or nil. Raises InvalidInput naming the rule.
      #   Rules.build('rusty_days' => 42).rusty_days # => 42
      def self.build(changes = nil)
        given = (changes || {}).to_h { |name, value| [name.to_sym, checked(name, value)] }
        rules = self::DEFAULTS.copy(**given)
        if rules.secure_marks < rules.steady_marks
          refuse('secure_marks', "#{rules.secure_marks} is fewer than for steady", "Give #{rules.steady_marks} or more.")
        end
        rules
      end

      def self.checked(name, value)
        range = self::RANGES[name.to_s] or refuse(name.to_s, 'there is no such rule', "Choose from #{self::RANGES.keys.join(', ')}.")
        values = name.to_s == 'reviews' ? value : [value]
        fits = values.is_a?(Array) && values.size.between?(1, 8) && values.all? { _1.is_a?(Integer) && range.cover?(_1) } && values == values.sort
        fits ? value.freeze : refuse(name.to_s, "#{value.inspect} is out of range", "Give #{range.min} to #{range.max}#{', rising' if values.size > 1}.")
      end

      def self.refuse(field, message, remedy) = raise(InvalidInput.new(message, where: { field: }, remedy:))
      private_class_method :checked, :refuse

      # Days until the next look after so many good marks in a row; tomorrow after one that failed.
      def review_in(good_in_a_row) = good_in_a_row.zero? ? 1 : reviews[[good_in_a_row, reviews.size].min - 1]
    end

    # The guide's page on the path.
    Rules::DEFAULTS = Rules.new(good: 2, steady_marks: 2, secure_marks: 3, secure_days: 7, rusty_days: 28, stuck_days: 21, reviews: [1, 3, 7, 14, 28].freeze,
                                new_things: 2, kept_up: 1)
    Rules::RANGES = { 'good' => 1..3, 'steady_marks' => 1..5, 'secure_marks' => 1..6, 'secure_days' => 0..60, 'rusty_days' => 7..365, 'stuck_days' => 7..120,
                      'reviews' => 1..365, 'new_things' => 0..4, 'kept_up' => 0..1 }.freeze
  end
end
