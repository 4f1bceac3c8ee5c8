# frozen_string_literal: true

module Fawnmoss
  module Learning
    # The tastes in which a hand may differ from the tables of prices, as tastes.yml has them.
    class Tastes
      # id; part: :fingers or :bows; one, other: the sentence's end for either side ("take the fourth finger rather than ...");
      # prices: { name => [least, most] }; falling: the one of them that moves alone by marks that all lie where the melody comes down, or nil.
      Taste = Value.of(:id, :part, :one, :other, :prices, :falling)

      FAMILIES = %w[upper cello bass].freeze

      # Of FAMILIES: instruments whose hands are marked alike.
      def self.family(instrument) = instrument.weak_fourth ? 'upper' : instrument.id

      attr_reader :all

      # data: as in data/tastes.yml.
      def initialize(data)
        @all = data.flat_map { |part, tastes| tastes.map { |id, taste| taste(id, part.to_sym, taste) } }.freeze
        @bounds = %i[fingers bows].to_h { |part| [part, @all.select { _1.part == part }.map(&:prices).inject(:merge)] }
        freeze
      end

      def [](id) = @all.find { _1.id == id }

      # Names of the prices that may move. ids: of the tastes that may; nil for all.
      def movable(part, ids = nil) = @all.select { _1.part == part && (ids.nil? || ids.include?(_1.id)) }.flat_map { _1.prices.keys }

      # Prices that a chart's marks say nothing about, though they are of a taste that the marks speak of. signs: Signs::Sign list.
      def unspoken(signs)
        signs.group_by { self[_1.taste] }.flat_map { |taste, own| taste.falling && own.all?(&:falling) ? taste.prices.keys - [taste.falling] : [] }
      end

      # How much a price moves with its whole share, hundredths.
      def range(part, name) = @bounds[part].fetch(name).then { |least, most| most - least }

      # Whether a price may go further up, or down.
      def room?(part, name, price, up:)
        least, most = @bounds[part].fetch(name)
        up ? price < most : price > least
      end

      # A table of prices as a hand has moved it. table: { name => whole hundredths }; shares: { name => share }.
      def moved(part, table, shares)
        table.merge(shares.slice(*table.keys).to_h { |name, share| [name, move(table[name], *@bounds[part].fetch(name), share)] })
      end

      private

      def move(price, least, most, share) = (price + (share * (most - least))).round.clamp([least, price].min, [most, price].max)

      def taste(id, part, data)
        prices = data.fetch('prices').to_h { |name, bounds| [name.to_sym, bounds.freeze] }.freeze
        Taste.new(id:, part:, one: data.fetch('one'), other: data.fetch('other'), prices:, falling: data['falling']&.to_sym)
      end
    end
  end
end
