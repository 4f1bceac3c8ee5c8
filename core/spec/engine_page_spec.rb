# frozen_string_literal: true

require_relative 'spec_helper'
load File.expand_path('../../bin/engine-page', __dir__)

RSpec.describe EnginePage do
  it 'is what docs/engine.md says: run bin/engine-page after changing a weight or a rule' do
    expect(File.read(File.join(described_class::ROOT, 'docs/engine.md'))).to eq(described_class.new.text)
  end

  it 'speaks of every term of the fingering' do
    named = File.read(File.join(described_class::ROOT, 'docs/engine-text.md')).scan(/^\| ([A-Z]\w+) \|/).flatten
    files = Dir[File.expand_path('../lib/fawnmoss/fingering/costs/*.rb', __dir__)].map { File.basename(_1, '.rb').split('_').map(&:capitalize).join } - ['Term']
    expect(named).to match_array(files)
  end
end
