# frozen_string_literal: true

module FawnmossServer
  module Models
    # What a row points at. A row read a moment before the other was erased points at nothing, and is going itself: Missing, not nil.
    module Pointing
      # As many_to_one (:tune is a Tune by tune_id), but raises Missing when the row that the key names is gone; nil only without a key.
      def points_at(name)
        many_to_one(name, class: "FawnmossServer::Models::#{name.capitalize}")
        define_method(name) { |*options| super(*options) || (self[:"#{name}_id"] && raise(Missing)) }
      end
    end
  end
end
