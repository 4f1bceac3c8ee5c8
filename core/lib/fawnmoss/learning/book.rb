# frozen_string_literal: true

require 'yaml'

module Fawnmoss
  module Learning
    # A file of prices as numbers that can be moved: one for every line that names one, however many tables share it. A table is found by
    # its path: an instrument and a version in weights.yml, a school in bow_weights.yml.
    class Book
      NUMBER = /^( {2,}(\w+): )(\d+)(?=\s|$)/

      # text: of data/weights.yml or data/bow_weights.yml.
      def initialize(text)
        @lines = text.lines
        @numbered = YAML.safe_load(@lines.each_with_index.map { |line, at| line.sub(NUMBER, "\\1#{at}") }.join, aliases: true)
        @kept = @lines.each_with_index.filter_map { |line, at| [at, line[NUMBER, 3].to_f] if line.match?(NUMBER) }.to_h
      end

      # { line number => value } as the file has them.
      def values = @kept.dup
      def name(line) = @lines[line][NUMBER, 2]

      # { weight => line number } of the table at a path.
      def lines(path) = path.inject(@numbered) { |inside, name| inside.fetch(name) }

      # { weight (symbol) => whole number } of a table with these values.
      def table(values, path) = lines(path).to_h { |name, line| [name.to_sym, values.fetch(line).round] }

      # The file with these values in place; comments and order stay.
      def write(values) = @lines.each_with_index.map { |line, at| values.key?(at) ? line.sub(NUMBER, "\\1#{values[at].round}") : line }.join

      # values with none under one where it was above nothing, and every list of names in its order wherever one table has both.
      # order: lists of names, the cheapest first.
      def ordered(values, order)
        found = values.to_h { |line, value| [line, @kept[line].zero? ? 0.0 : [value, 1.0].max] }
        pairs(order).each do |low, high|
          next if found[low] <= found[high] || @kept[low] > @kept[high] # what the file itself has otherwise, it means

          found[low] = found[high] = (found[low] + found[high]) / 2
        end
        found
      end

      private

      def pairs(order)
        tables(@numbered).flat_map { |table| order.flat_map { _1.each_cons(2).map { |pair| table.values_at(*pair) } } }.uniq.select(&:all?)
      end

      # The tables in a hash of tables, however deep.
      def tables(inside) = inside.values.first.is_a?(Hash) ? inside.values.flat_map { tables(_1) } : [inside]
    end
  end
end
