# frozen_string_literal: true

module FawnmossServer
  module Models
    # A learner: the least that planning needs, never an address or a picture.
    class Pupil < Sequel::Model(FawnmossServer.db[:pupils])
      extend Pointing
      include Locking
      include Turns

      points_at :studio
      one_to_many :marks, class: 'FawnmossServer::Models::Mark'
      one_to_many :cards, class: 'FawnmossServer::Models::Card', order: Sequel.desc(:number)
      one_to_many :charts, class: 'FawnmossServer::Models::Chart'
      one_to_many :lessons, class: 'FawnmossServer::Models::Lesson', order: :held_on
      one_to_many :fits, class: 'FawnmossServer::Models::Fit', order: %i[measured_on id]
      one_to_many :tapes, class: 'FawnmossServer::Models::Tape', order: %i[semitones id]

      # Pain that the teacher has not cleared, and promises not kept yet, oldest first.
      one_to_many :holds, class: 'FawnmossServer::Models::Hold', order: :id do |holds|
        holds.where(cleared_on: nil)
      end
      one_to_many :promises, class: 'FawnmossServer::Models::Promise', order: :id do |promises|
        promises.where(kept_on: nil)
      end

      # Weekly lessons, the earliest first, and times away.
      one_to_many :slots, class: 'FawnmossServer::Models::Slot', order: %i[from_date weekday id]
      one_to_many :absences, class: 'FawnmossServer::Models::Absence', order: :from_date

      # That the pupil may be recorded, or nil.
      def consent = Consent.live.where(pupil_id: id).order(:id).last

      # What is written about the pupil once: the row that has come under its key before, else what the block makes, while nobody else writes about the
      # pupil. rows: a dataset of the pupil's; key: { column => key }, of nil when there is none.
      def once(rows, key)
        db.transaction do
          lock!
          (key.values.first && rows.first(key)) || yield
        end
      end

      # What decides between skills that schools do differently. Upper strings and cello have one hold.
      def schools = [instrument == 'bass' ? bow_hold : 'french', bass_hand]

      # Fawnmoss::Path::Calendar::Slot list: the weekly lessons, or one without a day.
      def slot_values = Slot.values_of(self, lesson_minutes)

      # What the calendar calls a pupil by.
      def key = id

      # Fawnmoss::Path::Absence list.
      def absence_values = absences.map(&:to_value)
      def away?(day) = Fawnmoss::Path::Absence.away?(absence_values, day)

      # Years old this year, or nil.
      def age(today) = birth_year && (today.year - birth_year)

      # Words are for a child and who helps it.
      def child?(today) = (age(today) || CHILD) < CHILD
      CHILD = 13 # years

      # Marks that stand: no later mark corrects or takes them back.
      def standing = marks_dataset.standing

      # The same with those that are struck out, in the place of what they took back.
      def uncorrected = marks_dataset.uncorrected

      # All of them, oldest first.
      def standing_marks = standing.order(:made_on, :id).all

      # The same as plain rows.
      def standing_rows = standing.order(:made_on, :id).naked.all
    end
  end
end
