# frozen_string_literal: true

require_relative '../load_data'
require_relative 'support/trade'
require_relative 'support/path_steps'

RSpec.configure do |config|
  config.include Trade
  config.disable_monkey_patching!
  config.order = :random
  Kernel.srand config.seed
end
