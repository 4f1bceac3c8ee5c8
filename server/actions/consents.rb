# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Whether a pupil may be recorded: asked once, written down, and taken back at any time.
    module Consents
      # at: 'studio' or 'card', where it is said; fields: given_by, who allows it ("mother", "the pupil").
      def self.give(pupil, fields, at)
        given_by = fields.text('given_by', min: 2, max: 60)
        FawnmossServer.db.transaction do
          pupil.lock!
          pupil.consent || Models::Consent.create(studio_id: pupil.studio_id, pupil_id: pupil.id, given_by:, given_at: at, given_on: Time.now.utc)
        end
        answer(pupil)
      end

      # With it goes what was recorded; the numbers stay.
      def self.withdraw(pupil)
        FawnmossServer.db.transaction do
          pupil.lock!
          Models::Consent.live.where(pupil_id: pupil.id).update(withdrawn_on: Time.now.utc)
          takes = Models::Take.where(pupil_id: pupil.id)
          takes.exclude(state: 'heard').delete
          Models::Take.silence(takes)
        end
        answer(pupil)
      end

      # { consent: who and when, or nil; child: whether a parent is to be asked }.
      def self.answer(pupil, today = Date.today) = { consent: pupil.consent&.to_answer, child: (pupil.age(today) || 0) < ADULT }
      ADULT = 18 # years
    end
  end
end
