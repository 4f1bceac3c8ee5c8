# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Pain: it holds a skill, or makes the teacher ask, until the teacher clears it.
    module Holding
      # From a lesson, about a skill or about nothing in particular.
      def self.report(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        skill = fields.text('skill', max: 60, default: '')
        unless skill.empty? || studio.map(pupil.instrument, pupil.schools).include?(skill)
          fields.refuse('skill', 'This is no skill of this pupil’s path.', 'Choose one from the path.')
        end
        key = fields.key('key', optional: true)
        FawnmossServer.db.transaction do
          pupil.lock!
          hold(pupil, skill.empty? ? nil : skill, today, 'lesson', fields.text('note', max: 300, default: ''), key)
        end
      end

      # With a mark.
      def self.hurt(pupil, mark, fields) = hold(pupil, mark.skill, mark.made_on, 'lesson', fields.text('note', max: 300, default: ''))

      # From a card: it is not known yet what hurt.
      def self.from_card(card, day)
        pupil = card.pupil
        hold(pupil, nil, day, 'card', "with No. #{card.number}, #{card.title}") unless pupil.holds.any? { _1.source == 'card' && _1.held_on >= day }
      end

      def self.clear(studio, id, fields, today)
        hold = studio.hold(id)
        return hold if hold.cleared_on # done already, from another window

        hold.update(cleared_on: today, cleared_note: fields.text('note', max: 300, default: ''))
        hold
      end

      # One hold a skill; what is added later goes into its note, the same once.
      def self.hold(pupil, skill, day, source, note, key = nil)
        known = pupil.holds_dataset.where(cleared_on: nil).first(skill:, source:)
        return Models::Hold.create(studio_id: pupil.studio_id, pupil_id: pupil.id, skill:, held_on: day, source:, note:, hold_key: key) unless known
        return known if key && known.hold_key == key

        said = "; #{known.note}; ".include?("; #{note}; ")
        note = said ? known.note : [known.note, note].reject(&:empty?).join('; ')[0, 300]
        known.tap { |hold| hold.update(held_on: [hold.held_on, day].max, note:, hold_key: key) }
      end
      private_class_method :hold
    end
  end
end
