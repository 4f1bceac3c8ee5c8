# frozen_string_literal: true

require_relative 'spec_helper'

# The tunes that ship with the application, for a new studio.
RSpec.describe 'the starter shelf' do
  before { log_in }

  it 'is looked at, taken whole, and twice taken is taken once' do
    list = api(:get, '/api/starter')[:tunes]
    expect([list.size, list.map { _1[:there] }.uniq, list.first]).to match([40, [false], include(title: 'One Long Bow', stage: 'Open strings', meter: '4/4')])
    expect([api(:post, '/api/starter'), status]).to eq([{ added: 40 }, 201])
    expect(api(:get, '/api/tunes')).to include(total: 40, looking: 0)
    expect([api(:post, '/api/starter'), api(:get, '/api/starter')[:tunes].map { _1[:there] }.uniq]).to eq([{ added: 0 }, [true]])
  end

  it 'has something to offer to a beginner from the first minute, on every instrument' do
    api(:post, '/api/starter')
    stages = api(:get, '/api/starter')[:tunes].to_h { [_1[:title], _1[:stage]] }
    %w[violin viola cello bass].each do |instrument|
      pupil = add_pupil(name: "Pim #{instrument}", instrument:)
      found = api(:get, "/api/tunes?pupil_id=#{pupil[:id]}&sort=readiness")
      expect([found[:total], found[:levels].values.sum, found[:levels].keys]).to match([40, 40, satisfy { !_1.include?(:looking) }])
      expect(found[:tunes].first(3).map { _1[:title] }).to all(satisfy { |title| ['Open strings', 'Rhythm', 'Left hand'].include?(stages[title]) })
    end
  end
end
