# frozen_string_literal: true

module FawnmossServer
  # A chart that cannot be made, from Fawnmoss::Chart::Impossible: code, where, and what would work.
  class Refused < Fawnmoss::Error
    attr_reader :code, :offers

    def initialize(impossible)
      super(impossible.reason, where: { bar: impossible.bar, beat: impossible.beat, note: impossible.note }, remedy: impossible.remedy)
      @code = impossible.code.to_s
      @offers = impossible.offers.map { { steps: _1.interval.steps, semitones: _1.interval.semitones, key: _1.key, words: _1.words } }
    end
  end
end
