# frozen_string_literal: true

module FawnmossServer
  module Models
    # One lesson of a pupil: planned with the teacher's wishes, then running with the plan as it stood, then done.
    class Lesson < Sequel::Model(FawnmossServer.db[:lessons])
      extend Pointing
      include Locking

      plugin :serialization, :json, :wishes, :items, :clock
      points_at :pupil
      one_to_many :marks, class: 'FawnmossServer::Models::Mark', order: :id

      # One shape for all: lessons begun before items could be shared, or said to a child, have items without it.
      def items = super&.map { |item| { **SINCE, 'also' => [], **item }.tap { |whole| whole['also'] = whole['also'].map { { **SINCE, **_1 } } } }
      SINCE = { 'say' => nil, 'scale' => 'playing' }.freeze

      # Those of its marks that stand, in the order in which they were given.
      def standing = pupil.standing.where(lesson_id: id).order(:id).all

      # The things of it that can be marked, each by itself, as [Path::Plan::Item, its Mark or nil, true when it was reached]. One that shares an item
      # with something that was marked was not reached unless it was marked too. marks: of the lesson, those that stand, in order.
      def parts(marks = standing)
        (items || []).flat_map do |item|
          shared = Actions::Lessons.value(item).apart
          given = shared.map { |part| marks.reverse_each.find { |mark| part.skill ? mark.skill == part.skill : part.tune && mark.tune_id == part.tune } }
          passed = given.none? && reached.include?(item['id'])
          shared.zip(given).map { |part, mark| [part, mark, passed || !mark.nil?] }
        end
      end

      # Ids of items that were reached, once it is done.
      def reached = (clock || {}).fetch('reached', [])

      # The words it is found by go along with what it holds.
      def before_save
        self[:search] = Tune.search_words(note, *(items || []).flat_map { |item| [item['title'], *item['also'].map { _1['title'] }] }, most: WORDS)
        super
      end
      WORDS = 20_000 # letters
    end
  end
end
