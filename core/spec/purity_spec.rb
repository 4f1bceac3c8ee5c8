# frozen_string_literal: true

require_relative 'spec_helper'
require 'open3'
require 'ripper'

RSpec.describe 'the core' do
  def sources = Dir[File.expand_path('../lib/**/*.rb', __dir__)]

  it 'loads whole, path by path' do
    expect { Fawnmoss::LOADER.eager_load(force: true) }.not_to raise_error
  end

  it 'loads alone, without server, database or clock libraries' do
    script = 'require "fawnmoss"; Fawnmoss::LOADER.eager_load; puts %w[Sequel Sinatra Rack Roda Puma].select { Object.const_defined?(_1) }.inspect'
    out, status = Open3.capture2e(RbConfig.ruby, '-rbundler/setup', '-I', File.expand_path('../lib', __dir__), '-e', script)
    expect([out.strip, status.success?]).to eq(['[]', true])
  end

  # Tokens, not text: comments and strings may speak of files. core/lib/fawnmoss.rb names its libraries, Zip::File among
  # them, which is only ever opened on a buffer.
  it 'touches no file, clock, environment or chance' do
    forbidden = %w[File IO Dir ENV Sequel Sinatra Rack Socket Random Kernel SecureRandom Net]
    calls = %w[rand srand system exec fork sleep puts print gets `]
    found = (sources - [File.expand_path('../lib/fawnmoss.rb', __dir__)]).flat_map do |file|
      tokens = Ripper.lex(File.read(file)).map { |_, type, text| [type, text] }.reject { _1.first == :on_sp }
      constants = tokens.each_cons(2).select { |(_, before), (type, text)| type == :on_const && forbidden.include?(text) && before != '::' }
      used = tokens.each_cons(2).select { |(before, sign), (type, text)| type == :on_ident && calls.include?(text) && sign != '.' && before != :on_kw && before != :on_symbeg }
      clock = tokens.each_cons(3).select { |a, _, c| [%w[Time now], %w[Date today], %w[DateTime now]].include?([a[1], c[1]]) }
      (constants.map(&:last) + used.map(&:last) + clock).map { [File.basename(file), _1] }
    end
    expect(found).to be_empty
  end

  it 'requires only earlier stages' do
    stages = %w[theory instrument score notation fingering writing ornaments bowing together analysis shape chart learning practice listening picture path]
    wrong = sources.flat_map do |file|
      stage = file[%r{lib/fawnmoss/(\w+)/}, 1] or next []
      next [] if stage == stages.last

      later = stages.drop(stages.index(stage) + 1).map { _1.split('_').map(&:capitalize).join }
      File.read(file).gsub(/#.*/, '').scan(/\b(#{later.join('|')})::/).flatten.uniq.map { "#{File.basename(file)} uses #{_1}" }
    end
    expect(wrong).to be_empty
  end
end
