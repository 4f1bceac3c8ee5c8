# frozen_string_literal: true

module Fawnmoss
  # What is written, before any mark: notes, bars, tunes.
  module Score
    # One written note or rest.
    Note = Value.of(
      :id,         # 'n1', 'n2' ... in reading order
      :pitch,      # Theory::Pitch, nil for a rest
      :at,         # place in the bar, quarters from the bar line a full bar would have: a pick-up of one quarter in 3/4 starts at 2
      :duration,   # quarters, Rational
      :type,       # how it is drawn: 'quarter' ...
      :dots,       # and its dots
      :tuplet,     # Tuplet or nil
      :tie,        # true when tied to the next note; several signs for one length are tied likewise
      :slur_start, # true where a slur begins, :dashed where it is a proposal; else false
      :slur_stop,  # true where a slur ends
      :marks,      # of :staccato, :tenuto, :accent, :fermata, :breath, :trill, :off_string
      :finger,     # 0..4 as printed, or nil
      :bow,        # :up or :down as printed, or nil
      :string,     # 1 = highest, as printed, or nil
      :chord,      # true when it sounds together with the note before it
      :graces,     # pitches of grace notes before it, or nil
      :grace_fingers, # their fingers as printed, or nil
      :directions, # Direction list of what stands at it
      :lyrics      # what is sung on it, by verse: Syllable or nil each
    ) do
      def rest? = pitch.nil?

      # Where nothing is said or sung the list is empty.
      def derive
        self[:directions] ||= Direction::NONE
        self[:lyrics] ||= Syllable::NONE
      end
    end

    Note::TYPES = { 4r => 'whole', 2r => 'half', 1r => 'quarter', 1/2r => 'eighth', 1/4r => '16th', 1/8r => '32nd', 1/16r => '64th' }.freeze

    # How a duration (quarters) is drawn: [type, dots], or nil when it needs two tied notes.
    #   Note.drawn(3/2r) # => ["quarter", 1]
    def Note.drawn(duration)
      Note::TYPES.each do |length, type|
        [[1r, 0], [3/2r, 1], [7/4r, 2]].each { |factor, dots| return [type, dots] if duration == length * factor }
      end
      nil
    end
  end
end
