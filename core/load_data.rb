# frozen_string_literal: true

require 'yaml'
require_relative 'lib/fawnmoss'

# The edge of the core: the one place that reads core/data from disk. The server's boot, the command line and the
# specs call it; core/lib never does.
module FawnmossData
  FOLDER = File.join(__dir__, 'data')

  # Returns a Fawnmoss::Catalogue.
  def self.load
    instruments, skills, weights, drills = %w[instruments skills weights drills].map do |name|
      YAML.safe_load_file(File.join(FOLDER, "#{name}.yml"), aliases: true)
    end
    Fawnmoss::Catalogue.new(instruments:, skills:, weights:, drills:)
  end
end
