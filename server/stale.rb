# frozen_string_literal: true

module FawnmossServer
  # Somebody saved first. current: the row as it now stands, for the page to show beside what was typed.
  class Stale < StandardError
    attr_reader :current, :remedy

    def initialize(current)
      super('This was changed in another window since you opened it.')
      @current = current
      @remedy = 'Yours is kept on this page: look at both, then save again or take theirs.'
    end
  end
end
