# frozen_string_literal: true

module FawnmossServer
  module Models
    # A tune that a pupil is to play next, or at the concert.
    class Piece < Sequel::Model(FawnmossServer.db[:repertoire])
      extend Pointing

      points_at :pupil
      points_at :tune
    end
  end
end
