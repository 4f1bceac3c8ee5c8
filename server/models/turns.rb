# frozen_string_literal: true

module FawnmossServer
  module Models
    # A lock on a row that holds between the nodes of a database cluster too. A row locked on one node is free on another, unless something of it is
    # written: then the later of two commits is refused, and its request tried again (Boot::Again).
    module Turns
      def lock!(...)
        super.tap { this.update(turn: Sequel[:turn] + 1) }
      end
    end
  end
end
