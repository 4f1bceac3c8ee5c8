# frozen_string_literal: true

module FawnmossServer
  module Models
    # Pupils who have a lesson together.
    class Group < Sequel::Model(FawnmossServer.db[:groups])
      include Locking

      one_to_many :slots, class: 'FawnmossServer::Models::Slot', order: %i[from_date weekday id]
      many_to_many :pupils, class: 'FawnmossServer::Models::Pupil', join_table: :group_members, order: :name, eager: %i[slots absences]
      one_to_many :lessons, class: 'FawnmossServer::Models::GroupLesson', order: :held_on

      # What it is called by in the calendar.
      def key = self.class.key_of(id)
      def self.key_of(id) = "group #{id}"

      # Id out of such a key, or nil for a pupil's.
      def self.id_of(key) = key.is_a?(String) ? key.delete_prefix('group ').to_i : nil

      # As Pupil#slot_values.
      def slot_values = Slot.values_of(self, minutes)

      # The weekly lesson that goes on, or nil.
      def slot = slots.select { _1.to_date.nil? }.last
    end
  end
end
