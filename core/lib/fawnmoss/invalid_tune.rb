# frozen_string_literal: true

module Fawnmoss
  # A text or file that cannot be read as a tune. `where` carries line and column (ABC) or bar (MusicXML).
  class InvalidTune < Error; end
end
