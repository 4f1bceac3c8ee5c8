# frozen_string_literal: true

module Fawnmoss
  module Listening
    # How a studio listens. a4, temperament: as of Asked; limit: cents from which a note is flat or sharp; limits: { words of a stage of the path => cents }
    # where that is another; days: how long the sound of a take is kept, about a term.
    House = Value.of(:a4, :temperament, :limit, :limits, :days) do
      # given: plain data with text keys, or nil. Raises InvalidInput naming the field.
      def self.build(given = nil)
        given = self::USUAL.merge((given || {}).slice(*self::USUAL.keys))
        limits = given['limits']
        refuse('limits', 'The limits by stage are no list of stages', 'Give cents by stage.') unless limits.is_a?(Hash) && limits.size <= self::STAGES
        days = given['days']
        refuse('days', "#{days.inspect} days is not possible", '7 to 400 days.') unless days.is_a?(Integer) && self::DAYS.cover?(days)
        [given['limit'], *limits.values].each { |cents| Asked.build(a4: given['a4'], temperament: given['temperament'], limit: cents) }
        new(**given.slice('a4', 'temperament', 'limit').transform_keys(&:to_sym), limits: limits.freeze, days:)
      end

      def self.refuse(field, message, remedy) = raise(InvalidInput.new(message, where: { field: }, remedy:))
      private_class_method :refuse

      # What a take is held against. stage: where the pupil is on the path, nil for nobody.
      def asked(stage = nil) = Asked.build(a4:, temperament:, limit: limits.fetch(stage, limit))

      # Plain data with text keys, only what differs from the usual.
      def changes = to_h.transform_keys(&:to_s).reject { |name, value| self.class::USUAL[name] == value }

      # The furthest stage of a path in which a pupil has anything; nil before the first. map: Path::SkillMap; had: what says whether a skill id is had.
      def self.stage(map) = map.skills.select { yield _1.id }.last&.stage
    end

    House::USUAL = { 'a4' => 440, 'temperament' => 'equal', 'limit' => 15, 'limits' => {}.freeze, 'days' => 120 }.freeze
    House::DAYS = 7..400
    House::STAGES = 30
  end
end
