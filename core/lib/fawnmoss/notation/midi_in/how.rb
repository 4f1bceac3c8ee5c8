# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MidiIn
      # How a file is to be read where a teacher knows better than its times and guesses: grid: of GRIDS or nil; key: Theory::Key and meter:
      # Theory::Meter that hold throughout, or nil for what the file says.
      How = Value.of(:grid, :key, :meter) do
        # From plain data. Raises InvalidInput naming the field.
        def self.from_plain(data)
          grid = data['grid']
          unless grid.nil? || self::GRIDS.include?(grid)
            raise InvalidInput.new("#{grid.inspect} is no grid", where: { field: 'grid' }, remedy: "Choose #{self::GRIDS.join(', ')}.")
          end

          new(grid:, key: data['key'] && Theory::Key.parse(data['key']), meter: data['meter'] && Theory::Meter.parse(data['meter']))
        end
      end
      # Names of the divisions of a quarter that notes can be put on.
      How::GRIDS = %w[quarters eighths triplets sixteenths thirty-seconds].freeze
      How::GUESSED = How.new
    end
  end
end
