# frozen_string_literal: true

module FawnmossServer
  # A file with more in it than one line of notes: the tunes, parts and voices to choose from.
  class Choose < StandardError
    attr_reader :tunes, :remedy

    # contents: Fawnmoss::Notation::Contents.
    def initialize(contents)
      @tunes = contents.tunes.map { |tune| { **tune.to_h, parts: tune.parts.map(&:to_h) } }
      super(words(contents.tunes))
      @remedy = 'Choose what to add.'
    end

    private

    def words(tunes)
      return "The file has #{tunes.size} tunes." if tunes.size > 1

      parts = tunes.first.parts
      parts.size > 1 ? "The score has #{parts.size} parts." : "The tune has #{parts.first.voices.size} voices."
    end
  end
end
