# frozen_string_literal: true

require 'yaml'
require_relative 'lib/fawnmoss'

# The edge of the core: the one place that reads core/data from disk. The server's boot, the command line and the
# specs call it; core/lib never does.
module FawnmossData
  FOLDER = File.join(__dir__, 'data')

  # Returns a Fawnmoss::Catalogue.
  def self.load
    tables = %i[instruments weights bow_weights together shape tastes drills warm_ups sizes first_lessons pictures]
    Fawnmoss::Catalogue.new(**tables.to_h { [_1, read("#{_1}.yml")] }, skills: skills(FOLDER))
  end

  # The tunes of the starter shelf, one text.
  def self.starter = File.read(File.join(FOLDER, 'starter.abc'), encoding: 'UTF-8')

  def self.read(name) = YAML.safe_load_file(File.join(FOLDER, name), aliases: true)

  # The entries of all stages in order, each with the file and line it stands at.
  def self.skills(folder)
    Dir[File.join(folder, 'skills/*.yml')].flat_map do |path|
      stage(YAML.parse_file(path), File.basename(path))
    end
  end

  # document: the parsed YAML tree, whose nodes know their lines.
  def self.stage(document, file)
    stage = document.to_ruby
    nodes = document.root.children.each_slice(2).find { |key, _| key.value == 'skills' }.last.children
    stage.fetch('skills').zip(nodes).map do |entry, node|
      { 'stage' => stage.fetch('stage'), 'area' => stage.fetch('area'), **entry, 'file' => "skills/#{file}", 'line' => node.start_line + 1 }
    end
  end
  private_class_method :read, :stage
end
