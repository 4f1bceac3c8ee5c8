# frozen_string_literal: true

module FawnmossServer
  # A tune with more notes than are charted here. tune: its title; notes: how many; most: how many may be.
  class TooLong < Fawnmoss::Error
    def initialize(tune, notes, most)
      super("#{tune} has #{notes} notes; charts are made of up to #{most}.", where: { field: 'tune' }, remedy: 'Make a copy of some of its bars.')
    end
  end
end
