# frozen_string_literal: true

module Fawnmoss
  module Path
    # What a studio does with one skill of the path. skill: id; hidden: true when it is not taught as a skill of its own; after: id
    # of the skill it is moved behind, '' for the very beginning, nil where it was; texts: { name: { now:, was: } }, words of the
    # studio's own with the shipped words they took the place of; added: a Skill that the studio wrote itself, or nil.
    Change = Value.of(:skill, :hidden, :after, :texts, :added) do
      def self.hide(skill) = new(skill:, hidden: true, texts: {})
      def self.reword(skill, **texts) = new(skill:, hidden: false, texts:)
      def self.move(skill, after:) = new(skill:, hidden: false, after:, texts: {})
      def self.add(skill, after: nil) = new(skill: skill.id, hidden: false, after:, texts: {}, added: skill)
    end
  end
end
