# frozen_string_literal: true

require_relative 'spec_helper'
require 'yaml'

# Two dozen pieces with the marks we would pencil in (ours; common practice, no source).
RSpec.describe Fawnmoss::Learning do
  def piece(path, **changes)
    data = YAML.safe_load_file(path).merge(changes.transform_keys(&:to_s))
    Fawnmoss::Learning::Piece.read(File.basename(path), data, Fawnmoss::Notation::Abc.read(File.read(path.sub(/yml\z/, 'abc'))), catalogue)
  end

  def solve(piece) = Fawnmoss::Chart::Solve.call(piece.tune, piece.request, catalogue)

  Dir[File.join(__dir__, 'gold/*.yml')].each do |path|
    it "would be signed as it stands: #{File.basename(path, '.yml')}" do
      marked = piece(path)
      verdict = marked.judge(solve(marked))
      expect([verdict.wrong, verdict.broken, verdict.fingers.uniq.size]).to eq([[], [], 1])
    end
  end

  it 'sees a wrong finger, a wrong bow and a broken statement' do
    path = File.join(__dir__, 'gold/vn13.yml')
    text = YAML.safe_load_file(path)
    chart = solve(piece(path))
    finger = piece(path, fingers: text['fingers'].sub('D3 D3', 'D3 D2')).judge(chart)
    expect([finger.wrong, finger.fingers, finger.accepted?]).to eq([[1], [36, 37], false])
    expect(piece(path, bows: text['bows'].sub('| d u d u |', '| u d u d |')).judge(chart)).to have_attributes(bows: [33, 37], accepted?: false)
    expect(piece(path, never: ['open string on 1:3', 'position 1', 'up on beat 1 of bar 2', 'fourth finger on 1:1']).judge(chart).broken).to eq(['position 1'])
  end

  it 'refuses marks that do not fit the notes, with the file and the bar' do
    path = File.join(__dir__, 'gold/vn13.yml')
    text = YAML.safe_load_file(path)
    expect { piece(path, fingers: text['fingers'].sub('D3 D3', 'D3')) }.to raise_error(Fawnmoss::InvalidInput, /fingers: 5 marks for 6 notes/)
    expect { piece(path, fingers: text['fingers'].sub('D3', 'D9')) }.to raise_error(Fawnmoss::InvalidInput, /D9 is no place/)
    expect { piece(path, bows: text['bows'].sub('d', 'x')) }.to raise_error(Fawnmoss::InvalidInput, /x is no bow sign/)
    expect { piece(path, never: ['a mistake']).judge(solve(piece(path))) }.to raise_error(Fawnmoss::InvalidInput, /a mistake/)
  end
end
