# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # The elements right inside one, by name, gathered in one pass: a search by path for each question takes ten times as long.
      #   Children.new(note)['pitch'] # => the first <pitch>, or nil
      class Children
        def initialize(node)
          @named = {}
          node.element_children.each { |child| (@named[child.name] ||= []) << child }
        end

        def [](name) = @named[name]&.first
        def all(name) = @named.fetch(name, [])
        def values_at(*names) = names.map { self[_1] }
      end
    end
  end
end
