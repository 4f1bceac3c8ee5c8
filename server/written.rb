# frozen_string_literal: true

module FawnmossServer
  # Something large whose JSON is written already, in the process that worked it out: it comes back as one text, and goes into the answer as
  # it is.
  #   JSON.generate(chart: Written.of([1])) # => '{"chart":[1]}'
  Written = Struct.new(:text) do
    def self.of(value) = new(JSON.generate(value))
    def to_json(*) = text
  end
end
