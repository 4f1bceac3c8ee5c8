# frozen_string_literal: true

module Fawnmoss
  # What is written, before any mark: notes, bars, tunes.
  module Score
    # What is sung on a note. text: without its hyphen; goes_on: true when the word goes on on the next note.
    Syllable = Value.of(:text, :goes_on)
    Syllable::VERSES = 6 # as many are kept
    Syllable::NONE = [].freeze

    # With blanks as a page shows them; nil where nothing is left.
    def Syllable.of(text, goes_on)
      plain = text.gsub(/[[:cntrl:][:space:]\\]+/, ' ').strip[0, 40].strip
      new(text: plain, goes_on:) unless plain.empty?
    end
  end
end
