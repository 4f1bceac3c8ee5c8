# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'tunes' do
  before { log_in }

  let(:musicxml) { Fawnmoss::Notation::MusicXml.write(Fawnmoss::Notation::Abc.read("X:1\nT:Boxed\nM:4/4\nL:1/4\nK:D\nD E F G|")) }

  def upload(name, bytes) = api(:post, '/api/tunes', { file_name: name, file: [bytes].pack('m0') })

  def zip(text)
    Zip::OutputStream.write_buffer { |archive| archive.put_next_entry('tune.xml') && archive.write(text) }.string
  end

  it 'puts a pasted tune on the shelf with its text, source and what was read' do
    expect(add_tune).to include(title: 'Steps', key: 'D major', meter: '4/4', bars: 2, format: 'abc', source: 'for the spec', text: /D E F G/)
    expect(api(:post, '/api/tunes', { text: musicxml, title: 'Mine' })).to include(title: 'Mine', format: 'musicxml', bars: 1)
  end

  it 'takes files: ABC, MusicXML plain and packed, UTF-16 too' do
    expect(upload('a.abc', "X:1\nT:Filed\nM:4/4\nL:1/4\nK:D\nD E F G|")).to include(title: 'Filed')
    expect(upload('b.musicxml', musicxml)).to include(title: 'Boxed')
    expect(upload('c.mxl', zip(musicxml.sub('Boxed', 'Packed')))).to include(title: 'Packed', format: 'musicxml')
    expect(upload('d.xml', "\uFEFF#{musicxml.sub('Boxed', 'Wide').sub('UTF-8', 'UTF-16')}".encode('UTF-16LE'))).to include(title: 'Wide')
  end

  it 'tells the line and column of a mistake, and stores nothing' do
    api(:post, '/api/tunes', { text: "X:1\nM:4/4\nL:1/4\nK:G\nABcd|AF#cd|\n" })
    expect([status, error[:where]]).to eq([422, { line: 5, column: 7 }])
    expect(error[:message]).to include('for F sharp write ^F')
    expect(api(:get, '/api/tunes')[:tunes]).to be_empty
  end

  it 'refuses what cannot be a tune: empty, wrong kind, wrong encoding, damaged, too large, twice' do
    api(:post, '/api/tunes', { text: '' })
    expect([status, error[:message]]).to eq([422, 'the text is empty'])
    api(:post, '/api/tunes', { text: 5 })
    expect([status, error[:where][:field]]).to eq([422, 'text'])
    api(:post, '/api/tunes', { text: 'x' * 2_000_001 })
    expect([status, error[:where][:field]]).to eq([422, 'text'])
    { 'tune.pdf' => 'x', 'tune.abc' => "X:1\nT:\xE9\n".b, 'tune.mxl' => "PK\x03\x04rubbish".b }.each do |name, bytes|
      upload(name, bytes)
      expect(status).to eq(422), name
    end
    api(:post, '/api/tunes', { file_name: 'a.abc', file: '***' })
    expect([status, error[:where][:field]]).to eq([422, 'file'])
    add_tune
    add_tune
    expect([status, error[:message]]).to eq([422, 'This tune is already on the shelf: Steps.'])
  end

  it 'sorts the shelf by readiness, with the bars of what is new, for a pupil or an instrument' do
    pupil = add_pupil
    teach(pupil, 'sound.levels', 'rhythm.long', 'pattern.2-3-close')
    add_tune('A B c d|A4|', title: 'Low two', key: 'G')
    add_tune('D E F G|D4|', title: 'One string')
    add_tune('D E F G|A4|', title: 'Crossing')
    shelf = api(:get, "/api/tunes?pupil_id=#{pupil[:id]}")[:tunes]
    expect(shelf.map { [_1[:title], _1[:readiness][:level]] }).to eq([['One string', 'plays_now'], %w[Crossing teaches_one], ['Low two', 'teaches_one']])
    expect(shelf.find { _1[:title] == 'Crossing' }[:readiness][:unmet]).to eq([{ skill: 'crossing.next', name: 'Crossing to the next string', bars: [2] }])
    bass = api(:get, '/api/tunes?instrument=bass')[:tunes]
    expect(bass.to_h { [_1[:title], _1[:readiness][:moved]] }).to include('Crossing' => 'an octave lower', 'Low two' => 'two octaves lower')
    api(:get, '/api/tunes?instrument=kazoo')
    expect(status).to eq(422)
  end

  it 'offers another key or a simpler version when that brings a tune nearer, and what would unlock it' do
    pupil = add_pupil
    teach(pupil, 'sound.levels', 'rhythm.long', 'pattern.2-3-close', 'crossing.next')
    tune = add_tune('A B c d|A4|', title: 'Low two', key: 'G')
    ways = api(:get, "/api/tunes/#{tune[:id]}/ways?pupil_id=#{pupil[:id]}")[:ways]
    expect(ways.first).to include(kind: 'key', level: 'plays_now', unmet: [], words: /\Ain A major/)
    api(:get, "/api/tunes/#{tune[:id]}/ways?instrument=kazoo")
    expect(status).to eq(422)
    shelf = api(:get, "/api/tunes?pupil_id=#{add_pupil('New')[:id]}")[:tunes].first
    expect(shelf[:readiness][:unlock].map { _1[:skill] }).to include('body.ready', 'pattern.1-2-close')
  end

  it 'says why a tune is out of reach and where it would fit' do
    add_tune('D E e\' f\'|', title: 'High')
    expect(api(:get, '/api/tunes?instrument=bass')[:tunes].first[:readiness]).to include(level: 'out_of_reach', why: /not within reach|beyond/)
  end

  it 'ranks the keys a tune could be played in for a pupil' do
    tune = add_tune('F G A B|c d e f|', title: 'Flat', key: 'F')
    keys = api(:get, "/api/tunes/#{tune[:id]}/keys?pupil_id=#{add_pupil[:id]}")[:keys]
    expect(keys.map { _1[:unmet].size }).to eq(keys.map { _1[:unmet].size }.sort)
    expect(keys.first).to include(:words, :steps, :semitones)
    expect(keys.map { _1[:key] }).to include('D major', 'A major')
    chart = api(:post, '/api/charts', { tune_id: tune[:id], instrument: 'violin', transpose: keys.first.slice(:steps, :semitones) })
    expect(chart[:chart][:tune][:key]).to eq(keys.first[:key])
    api(:get, "/api/tunes/#{tune[:id]}/keys")
    expect([status, error[:where][:field]]).to eq([422, 'instrument'])
  end

  it 'carries marks along when the text is edited, and says how many are gone' do
    tune = add_tune('D E F G|A2 A2|')
    chart = open_chart(tune:)
    save_chart(chart, pins: [{ note: 'n5', finger: 4 }, { note: 'n3', direction: 'up' }], options: { cuts: ['n4'], spots: [{ bars: [2], name: 'end', drill: '', dropped: false }] })
    text = "X:1\nT:Steps\nM:4/4\nL:1/4\nK:D\nz4|D E E G|A2 A2|\n"
    changed = api(:patch, "/api/tunes/#{tune[:id]}", { text:, lock_version: 0 })
    expect(changed).to include(bars: 3, marks_lost: 1, abc: text)
    again = api(:get, "/api/charts/#{chart[:id]}")
    expect([again[:pins].map { _1.values_at(:note, :finger) }, again[:options]]).to eq([[['n6', 4]], { cuts: ['n5'], spots: [{ bars: [3], name: 'end', drill: '', dropped: false }] }])
    api(:patch, "/api/tunes/#{tune[:id]}", { text: 'M:4/4', lock_version: 1 })
    expect([status, api(:get, "/api/tunes/#{tune[:id]}")[:text]]).to eq([422, text])
  end

  it 'puts a tune away and back, and knows who has it' do
    tune = add_tune
    chart = open_chart(tune:)
    api(:post, "/api/charts/#{chart[:id]}/cards", {})
    open_chart(tune:, pupil: add_pupil('Finch'))
    away = api(:patch, "/api/tunes/#{tune[:id]}", { archived: true, lock_version: 0 })
    expect(away).to include(archived: true, use: { pupils: 2, last_card: Date.today.iso8601 })
    expect(api(:get, '/api/tunes')).to include(tunes: [], total: 0, away: 1, all: 1)
    expect(api(:get, '/api/tunes?away=yes')[:tunes].first).to include(archived: true)
    expect(api(:patch, "/api/tunes/#{tune[:id]}", { archived: false, lock_version: 1 })).to include(archived: false)
  end

  it 'makes copies: the same, moved, with a simpler rhythm, with plain bowing' do
    tune = add_tune('(D3/2 E/2) F G|A4|')
    copies = %w[same transposed simpler_rhythm plain_bowing].map { |way| api(:post, "/api/tunes/#{tune[:id]}/copies", { way:, transpose: { steps: 1, semitones: 2 } }) }
    expect(copies.map { _1[:title] }).to eq(['Steps, copy', 'Steps, in E major', 'Steps, simpler rhythm', 'Steps, plain bowing'])
    expect(copies[2][:abc]).to include('D2 E2 F2 G2 |A8 |]')
    expect(copies[1][:source]).to eq('for the spec; in E major of Steps')
    some = api(:post, "/api/tunes/#{tune[:id]}/copies", { way: 'bars', from_bar: 2, to_bar: 2 })
    expect(some.values_at(:title, :bars)).to eq(['Steps, bars 2 to 2', 1])
    api(:post, "/api/tunes/#{tune[:id]}/copies", { way: 'bars', from_bar: 2, to_bar: 9 })
    expect([status, error[:where][:field]]).to eq([422, 'to_bar'])
    api(:post, "/api/tunes/#{tune[:id]}/copies", { way: 'transposed' })
    expect([status, error[:where][:field]]).to eq([422, 'transpose'])
  end

  it 'reads a text for the staff without keeping it, and marks what is wrong' do
    read = api(:post, '/api/reading', { text: "X:1\nT:Draft\nM:3/4\nL:1/4\nK:G\nG A B|\n" })
    expect([read[:title], read[:key], read[:musicxml]]).to match(['Draft', 'G major', /id="n3"/])
    api(:post, '/api/reading', { text: "X:1\nM:3/4\nL:1/4\nK:G\nG ? B|\n" })
    expect([status, error[:where]]).to eq([422, { line: 5, column: 3 }])
    expect(api(:get, '/api/tunes')[:tunes]).to eq([])
  end

  it 'asks which part and voice of a score to take, and says what is left out' do
    note = ->(step, voice = 1) { "<note><pitch><step>#{step}</step><octave>4</octave></pitch><duration>4</duration><voice>#{voice}</voice></note>" }
    attributes = '<attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>'
    part = ->(id, notes) { "<part id=\"#{id}\"><measure number=\"1\">#{attributes}#{notes}</measure></part>" }
    text = '<score-partwise><part-list><score-part id="A"><part-name>First</part-name></score-part><score-part id="B"><part-name>Second</part-name></score-part></part-list>' \
           "#{part.call('A', note.call('G'))}#{part.call('B', "#{note.call('A')}<backup><duration>4</duration></backup>#{note.call('F', 2)}")}</score-partwise>"
    api(:post, '/api/tunes', { text: })
    expect([status, error[:code]]).to eq([422, 'contents'])
    expect(error[:tunes]).to eq([{ index: 0, title: '', why: nil, parts: [{ index: 0, name: 'First', voices: ['1'], printed: nil },
                                                                          { index: 1, name: 'Second', voices: %w[1 2], printed: nil }] }])
    tune = api(:post, '/api/tunes', { text:, part: 1, voice: '2', title: 'Lower' })
    expect([tune[:abc], tune[:notices]]).to match([/F8/, ['Left out: First.', 'Left out of Second: voice 1.']])
    api(:post, '/api/tunes', { text:, part: 5 })
    expect(error[:message]).to eq('there is no part 6')
  end

  it 'asks which tunes of a book to take, and takes each as it was written; a voice of several as a tune of its own' do
    book = "X:1\nT:One\nM:4/4\nL:1/4\nK:D\nD E F G|\n\nX:2\nT:Two\nM:4/4\nL:1/4\nK:G\nV:1\nG A B c|\nV:2\nG,4|\n\nX:3\nT:Three\nK:Q\nA|\n"
    api(:post, '/api/tunes', { file_name: 'book.abc', file: [book].pack('m0') })
    expect([status, error[:message], error[:tunes].map { |tune| [tune[:index], tune[:title], tune[:parts].flat_map { _1[:voices] }] }])
      .to eq([422, 'The file has 3 tunes.', [[0, 'One', ['1']], [1, 'Two', %w[1 2]], [2, 'Three', []]]])
    expect(error[:tunes].last[:why]).to include('"Q" is not a key')
    one = api(:post, '/api/tunes', { file_name: 'book.abc', file: [book].pack('m0'), tune: 0 })
    expect([one[:title], one[:text]]).to eq(['One', "X:1\nT:One\nM:4/4\nL:1/4\nK:D\nD E F G|\n"])
    two = api(:post, '/api/tunes', { file_name: 'book.abc', file: [book].pack('m0'), tune: 1, part: 0, voice: '2' })
    expect([two[:title], two[:text], two[:notices]]).to match(['Two', /G,8/, ['Left out: voice 1.']])
    api(:post, '/api/tunes', { text: book, tune: 7 })
    expect([status, error[:message]]).to eq([422, 'there is no tune 8'])
  end

  it 'takes a MIDI file as notes, and says what was guessed' do
    score = Fawnmoss::Notation::Abc.read("X:1\nT:Bells\nM:3/4\nL:1/4\nK:G\nG A B|(3c/d/c/ B2|G3|\n")
    bytes = Fawnmoss::Notation::Midi.write(score, instrument: FawnmossServer.catalogue.instrument('violin'), tempo: 80, count_in: false)
    tune = api(:post, '/api/tunes', { file_name: 'bells.mid', file: [bytes].pack('m0') })
    expect([status, tune[:title], tune[:key], tune[:meter], tune[:format]]).to eq([201, 'Bells', 'G major', '3/4', 'abc'])
    expect(Fawnmoss::Notation::Abc.read(tune[:text]).played.map { _1.pitch.to_s }).to eq(%w[G4 A4 B4 C5 D5 C5 B4 G4])
    api(:post, '/api/tunes', { file_name: 'torn.mid', file: ['MThd and no more'].pack('m0') })
    expect(status).to eq(422)
  end

  it 'packs all tunes into an archive, and unpacks it elsewhere without duplicates' do
    add_tune
    away = add_tune('D4|', title: 'Long Ü/tone')
    api(:patch, "/api/tunes/#{away[:id]}", { archived: true, lock_version: 0 })
    bytes = api(:get, '/api/tunes.zip')
    again = api(:post, '/api/archive', { file: [bytes].pack('m0') })
    expect(again[:results].map { _1[:state] }).to eq(%w[known known])
    log_in('b@example.test')
    results = api(:post, '/api/archive', { file: [bytes].pack('m0') })[:results]
    expect(results.map { _1.values_at(:state, :words) }).to contain_exactly(%w[added Steps], ['added', 'Long Ü/tone'])
    found = %w[yes no].flat_map { |away| api(:get, "/api/tunes?away=#{away}")[:tunes].map { _1.values_at(:title, :source, :archived) } }
    expect(found).to eq([['Long Ü/tone', 'for the spec', true], ['Steps', 'for the spec', false]])
  end

  it 'names what is wrong with an archive, and with each file in it' do
    api(:post, '/api/archive', { file: ['no zip'].pack('m0') })
    expect([status, error[:where][:field]]).to eq([422, 'file'])
    bytes = Zip::OutputStream.write_buffer do |zip|
      { 'good.abc' => "X:1\nM:4/4\nL:1/4\nK:D\nD4|\n", 'bad.abc' => 'K:', 'picture.png' => 'x', 'tunes.json' => '{"tunes": 3}' }.each { |name, text| zip.put_next_entry(name) && zip.write(text) }
    end.string
    results = api(:post, '/api/archive', { file: [bytes].pack('m0') })[:results]
    expect(results).to match([a_hash_including(name: 'good.abc', state: 'added'), a_hash_including(name: 'bad.abc', state: 'failed', words: /is not a key|no notes/)])
    score = Zip::OutputStream.write_buffer { |zip| zip.put_next_entry('a.xml') && zip.write("<score-partwise>#{' ' * 7_000_000}</score-partwise>") }.string
    swelling = Zip::OutputStream.write_buffer { |zip| 4.times { zip.put_next_entry("#{_1}.mxl") && zip.write(score) } }.string
    api(:post, '/api/archive', { file: [swelling].pack('m0') })
    expect([status, error[:message], swelling.bytesize < 60_000]).to match([422, /over 20 MB/, true])
    empty = Zip::OutputStream.write_buffer { |zip| zip.put_next_entry('x.png') }.string
    api(:post, '/api/archive', { file: [empty].pack('m0') })
    expect(error[:message]).to eq('There is no tune in this archive.')
  end

  it 'sets a tune for several instruments in one key, each in its own octave' do
    tune = add_tune('D E F G|A2 A2|')
    group = api(:get, "/api/tunes/#{tune[:id]}/group?instruments=violin,cello,bass")
    expect(group[:parts].map { [_1[:instrument], _1[:chart][:tune][:key]] }).to eq(%w[violin cello bass].map { [_1, group[:key]] })
    expect(group[:parts].map { |part| part[:chart][:notes].map { _1[:id] } }.uniq.size).to eq(1)
    other = api(:get, "/api/tunes/#{tune[:id]}/group?instruments=violin,cello,bass&key=#{group[:keys].last[:key].tr(' ', '+')}")
    expect(other[:key]).to eq(group[:keys].last[:key])
    ['', 'kazoo'].each { |wrong| api(:get, "/api/tunes/#{tune[:id]}/group?instruments=#{wrong}") && expect([status, error[:where][:field]]).to(eq([422, 'instruments'])) }
  end

  it 'renames, unless somebody did before' do
    tune = add_tune
    expect(api(:patch, "/api/tunes/#{tune[:id]}", { title: 'Stairs', lock_version: 0 })).to include(title: 'Stairs', lock_version: 1)
    api(:patch, "/api/tunes/#{tune[:id]}", { title: 'Ladder', lock_version: 0 })
    expect([status, error[:current][:title]]).to eq([409, 'Stairs'])
    api(:patch, "/api/tunes/#{tune[:id]}", { title: ' ', lock_version: 1 })
    expect([status, error[:where][:field]]).to eq([422, 'title'])
  end
end
