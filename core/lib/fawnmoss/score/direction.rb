# frozen_string_literal: true

module Fawnmoss
  # What is written, before any mark: notes, bars, tunes.
  module Score
    # A word or sign about how to play, at a note or rest.
    Direction = Value.of(
      :kind, # of KINDS
      :text  # of a dynamic, words, chord symbol or rehearsal mark as printed; '' for a hairpin
    )

    # :hairpin_end stands on the last note of its hairpin, the others on the first note that they hold for.
    Direction::KINDS = %i[dynamic crescendo diminuendo hairpin_end words chord rehearsal].freeze
    Direction::DYNAMICS = %w[pppp ppp pp p mp mf f ff fff ffff fp sf sfz sffz fz rf rfz sfp pf].freeze
    Direction::LONGEST = 80 # characters of words
    Direction::NONE = [].freeze

    # Words without what no page shows; nil where nothing is left. kind: of KINDS.
    def Direction.of(kind, text)
      plain = text.to_s.gsub(/[[:cntrl:][:space:]]+/, ' ').strip[0, Direction::LONGEST].strip
      new(kind:, text: plain) unless plain.empty?
    end
  end
end
