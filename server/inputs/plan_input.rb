# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # Which lesson is planned, and what the teacher changed about the plan.
    module PlanInput
      DAYS = 400 # so far back or ahead a lesson can lie
      ID = Fawnmoss::Path::Plan::ItemId::FORM

      def self.date(fields, today) = fields.date('date', (today - DAYS)..(today + DAYS))

      # The lesson's minutes or nil.
      def self.minutes(fields) = fields.integer('minutes', Fawnmoss::Path::Plan::MINUTES, optional: true)

      # Plain hash for the lessons table, checked: dropped, minutes, order, added, own.
      def self.wishes(fields)
        { 'dropped' => fields.words('dropped', ID, max: 200), 'order' => fields.words('order', ID, max: 200),
          'added' => fields.words('added', SkillInput::ID, max: 20),
          'minutes' => fields.list('minutes', max: 60).to_h { [_1.text('id', min: 1, max: 70), _1.integer('minutes', 1..180)] },
          'own' => fields.list('own', max: 10).map { |own| own(own) } }
      end

      def self.own(own)
        id = own.text('id', max: 60)
        own.refuse('id', 'This is no id of an item of your own.', nil) unless id.match?(/\Aown [a-z0-9]{1,40}\z/)
        { 'id' => id, 'title' => own.text('title', min: 1, max: 120), 'words' => own.text('words', max: 500, default: '') }
      end
      private_class_method :own

      # The same as the core takes it. wishes: as kept in the lessons table.
      def self.to_value(wishes)
        given = { 'dropped' => [], 'minutes' => {}, 'order' => [], 'added' => [], 'own' => [] }.merge(wishes || {})
        Fawnmoss::Path::Plan::Wishes.build(**given.transform_keys(&:to_sym), own: given['own'].map { _1.transform_keys(&:to_sym) })
      end
    end
  end
end
