# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # What an item of a plan is called, the same each time the plan is made: its kind and what it is about. kind: of Plan::KINDS; about: as text a
      # skill's id, a tune's, a promise's, a number that tells it from others, or nil.
      ItemId = Value.of(:kind, :about) do
        # "review bow.slur" -> ItemId, or nil for what is none.
        #   ItemId.parse('review bow.slur').skill # => "bow.slur"
        def self.parse(text)
          kind, about = text.split(' ', 2)
          new(kind:, about:) if self::FORM.match?(text)
        end

        # As an item carries it.
        #   ItemId.text('tune', 4) # => "tune 4"
        def self.text(kind, about = nil) = new(kind:, about: about&.to_s).to_s

        def to_s = [kind, about].compact.join(' ')

        # Id of the skill, of the tune (a number) or of the promise (a number) that it is about, or nil.
        def skill = self.class::SKILLED.include?(kind) ? about : nil
        def tune = self.class::TUNES.include?(kind) ? number : nil
        def promise = kind == 'own' ? number : nil

        # The same kind about another of its like.
        def with(about) = copy(about: about.to_s)

        private

        def number = about.to_s.match?(/\A\d+\z/) ? about.to_i : nil
      end

      ItemId::FORM = /\A[a-z-]+( [A-Za-z0-9.-]{1,60})?\z/
      ItemId::SKILLED = %w[first sound scale review new skill].freeze # skill: of a group's lesson
      ItemId::TUNES = %w[spots tune].freeze
    end
  end
end
