# frozen_string_literal: true

module FawnmossServer
  # A score with more in it than one tune has: the parts and voices to choose from.
  class Choose < StandardError
    attr_reader :parts, :remedy

    # parts: list of Fawnmoss::Notation::MusicXml::Selection::Part.
    def initialize(parts)
      super(parts.size > 1 ? "The score has #{parts.size} parts." : "The part has #{parts.first.voices.size} voices.")
      @parts = parts.map(&:to_h)
      @remedy = 'Choose which one is the tune.'
    end
  end
end
