# frozen_string_literal: true

module Fawnmoss
  # The root of everything that can be wrong with what a person typed or uploaded.
  # where: any of file, bar, beat, line, column, field (numbers from 1, pick-up bar 0). remedy: what to do, one sentence.
  #   Error.new('no key', where: { line: 4 }, remedy: 'Add K:G.').text
  #   # => "line 4: no key. Add K:G."
  class Error < StandardError
    attr_reader :where, :remedy

    def initialize(message, where: {}, remedy: nil)
      super(message)
      @where = where.compact.freeze
      @remedy = remedy
    end

    # The whole message in one line: place, what is wrong, what to do.
    def text
      place = where.slice(:file, :field, :line, :column, :bar, :beat).map { |name, value| "#{name} #{value}" }.join(', ')
      [[place, message].reject(&:empty?).join(': '), remedy].compact.join('. ').sub(/([^.?!])\z/, '\1.')
    end

    # Shape of every error on the wire: { message:, where:, remedy: }.
    def to_h = { message:, where:, remedy: }
  end
end
