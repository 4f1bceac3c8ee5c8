# frozen_string_literal: true

module Fawnmoss
  module Practice
    # A warm-up of body and bow hand as a timed sequence: the whole body first, then the hold, then fingers, arm and string, cut to
    # the minutes there are (guide page on practice; cautions from the page on safety).
    class Routine
      # id; part: 'body', 'hold', 'fingers', 'air' or 'string'; name, words; times: repetitions; seconds: each; rest: seconds after
      # the set; caution: sentence or nil.
      Step = Value.of(:id, :part, :name, :words, :times, :seconds, :rest, :caution) do
        # Seconds the whole set takes, rest included.
        def length = (times * seconds) + rest
      end
      PARTS = %w[body hold fingers air string].freeze
      MINUTES = (1..20)

      # data: core/data/warm_ups.yml; instrument: id; schools: words; age: years or nil for a grown-up.
      def initialize(data, instrument:, schools:, age: nil)
        @child = age && age < data['child_under']
        @times = data['child_times']
        @steps = data['exercises'].select { |entry| fits?(entry, instrument, schools) }.map { |entry| step(entry) }
      end

      # Steps for so many minutes, each part in turn getting one more as long as they fit, always in the order of the parts. day: a
      # number that changes from day to day, so that exercises take turns. Raises InvalidInput unless 1 to 20 minutes.
      #   Routine.new(data, instrument: 'violin', schools: ['french'], age: 8).steps(minutes: 3).first.part # => "body"
      def steps(minutes:, day: 0, parts: PARTS)
        raise InvalidInput.new("#{minutes} is out of range", where: { field: 'minutes' }, remedy: 'From 1 to 20.') unless MINUTES.cover?(minutes)

        left = (minutes * 60) + 20 # a set that is all but done is done
        turn(parts, day).each_with_object([]) do |one, chosen|
          next if one.length > left

          chosen << one
          left -= one.length
        end.sort_by { [PARTS.index(_1.part), @steps.index(_1)] }
      end

      # Every exercise there is for this pupil.
      def all = @steps

      private

      def fits?(entry, instrument, schools)
        (entry['instruments'].nil? || entry['instruments'].include?(instrument)) && (entry['school'].nil? || schools.include?(entry['school']))
      end

      def step(entry)
        times = entry['strength'] && @child ? [entry['times'], @times].min : entry['times']
        caution = entry['caution'] || ('Stop before it tires; rest as long as it took.' if entry['strength'])
        Step.new(times:, caution:, **entry.slice('id', 'part', 'name', 'words', 'seconds', 'rest').transform_keys(&:to_sym))
      end

      # One of each part, then a second of each, and so on; the day decides which comes first within a part.
      def turn(parts, day)
        lists = parts.map { |part| @steps.select { _1.part == part }.then { |own| own.rotate(own.empty? ? 0 : day % own.size) } }
        (0...lists.map(&:size).max.to_i).flat_map { |at| lists.filter_map { _1[at] } }
      end
    end
  end
end
