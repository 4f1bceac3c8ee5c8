# frozen_string_literal: true

module Fawnmoss
  module Notation
    # ABC 2.1, the part of it that one line of a beginner's tune needs.
    module Abc
      def self.read(text) = Reader.read(text)
    end
  end
end
