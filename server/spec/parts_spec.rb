# frozen_string_literal: true

require_relative 'spec_helper'
require_relative '../../core/spec/support/read_in_xml'

RSpec.describe 'parts to a tune' do
  before { log_in }

  let(:tune) { api(:post, '/api/tunes', { text: blue('') }) }
  let(:pupil) { add_pupil('Lark', instrument: 'viola') }

  # front: bars before it.
  def blue(front) = "X:1\nT:Blue hill\nM:3/4\nL:1/4\nK:D\n#{front}D A A|A/2G/2F/2E/2 D|D B B|B3|D A A|A/2G/2F/2E/2 D|G F E|D3|\n"
  def part(wanted = 'second', instrument: 'viola', **more) = api(:post, '/api/charts', { tune_id: tune[:id], instrument:, part: wanted, **more })
  def about(chart) = api(:get, "/api/charts/#{chart[:id]}/part")
  def change(chart, **more) = api(:put, "/api/charts/#{chart[:id]}/part", { lock_version: chart[:lock_version], **more })
  def chords(*list, **more) = api(:put, "/api/tunes/#{tune[:id]}/chords", { chords: list.map { |bar, beat, chord| { bar:, beat:, chord: } }, **more })

  it 'is made for an instrument, with its chords, reasons and prices, and is a chart of its own' do
    made = part
    expect([status, made[:part], made[:chart][:tune][:title]]).to eq([200, 'second', 'Blue hill, second voice'])
    found = about(made)
    expect(found).to include(side: 'below', pace: 'tune', key: 'D major', set: [], left_out: [])
    expect(found[:chords].map { _1[:chord] }).to eq(%w[D D G G D D A7 D])
    expect(found[:notes].map { _1[:id] }.compact).to eq(made[:chart][:notes].map { _1[:id] })
    expect(found[:notes].first).to include(why: /the tune/, others: include(a_hash_including(:written, :price)))
    expect(part(side: 'above')[:id]).to eq(made[:id]) # there is one of each for everybody
    pinned = save_chart(made, pins: [{ note: made[:chart][:notes][1][:id], direction: 'down' }])
    expect([status, pinned[:part], pinned[:pins].size]).to eq([200, 'second', 1])
    heard = api(:get, "/api/charts/#{made[:id]}/play")
    expect([heard[:notes].size, heard[:backing].first]).to eq([made[:chart][:notes].size, { at: 0.0, length: 1.0, midi: 50, voice: 'bass' }])
    expect([heard[:called], heard[:second].map { _1[:midi] }.first(3)]).to eq([{ own: 'my part', other: 'the tune' }, [62, 69, 69]])
    chords([1, '1', 'Bm'])
    expect(api(:get, "/api/charts/#{made[:id]}/play")[:backing].first[:midi]).to eq(47)
    chords
  end

  it 'for a pupil asks for nothing that is not had, or says what there is' do
    api(:post, '/api/charts', { tune_id: tune[:id], pupil_id: pupil[:id], part: 'second' })
    expect([status, error]).to match([422, a_hash_including(message: /no second voice that asks for nothing new/, remedy: /open strings|Learn/)])
    %w[sound.open rhythm.plain rhythm.long crossing.next rhythm.eighths left.first-fingers].product([20, 9, 1]).each do |skill, ago|
      api(:post, "/api/pupils/#{pupil[:id]}/marks", { skill:, value: 2, made_on: (Date.today - ago).iso8601 })
    end
    made = api(:post, '/api/charts', { tune_id: tune[:id], pupil_id: pupil[:id], part: 'second' })
    expect([status, made[:asks].reject { _1[:had] }]).to eq([200, []])
  end

  it 'keeps a note that the teacher sets, finds the rest anew, and lets it go again' do
    made = part
    second = about(made)[:notes][1]
    other = second[:others].find { _1[:written] != 'rest' }[:written]
    changed = change(made, side: 'below', pace: 'tune', notes: [{ bar: second[:bar], beat: second[:beat], pitch: other }])
    expect([status, changed[:marks_lost], changed[:chart][:lock_version]]).to eq([200, 0, made[:lock_version] + 1])
    found = about(made)
    expect([found[:notes][1].slice(:written, :set), found[:set]]).to eq([{ written: other, set: true }, [{ bar: second[:bar], beat: second[:beat], pitch: other }]])
    change(made, notes: [])
    expect([status, error[:code]]).to eq([409, 'stale'])
    free = change(changed[:chart], notes: [])
    expect(about(free[:chart])[:notes]).to eq(about(made)[:notes]).and(satisfy { |notes| notes.none? { _1[:set] } })
  end

  it 'has a rest that is set as something to be taken in hand and let go again' do
    made = part
    note = about(made)[:notes][1]
    rest = about(made.merge(change(made, notes: [note.slice(:bar, :beat).merge(pitch: 'rest')])[:chart]))[:notes][1]
    expect(rest).to include(written: nil, set: true, others: include(a_hash_including(written: note[:written])))
    view = api(:get, "/api/tunes/#{tune[:id]}/score?charts=#{made[:id]}")
    expect(view[:parts].first[:notes][1]).to eq(id: rest[:id], at: 1.0, written: nil)
    expect(view[:musicxml]).to include("id=\"p0-#{rest[:id]}\"")
  end

  it 'was saved where only the answer got lost, and chords are not overwritten by a window that has not seen them' do
    made = part
    notes = [about(made)[:notes][1].slice(:bar, :beat).merge(pitch: 'rest')]
    changed = change(made, notes:)
    expect([change(made, notes:)[:chart], status]).to eq([changed[:chart], 200])
    seen = -> { api(:get, "/api/tunes/#{tune[:id]}/together")[:seen] }
    before = seen.call
    expect([chords([7, '1', 'Em'], seen: before), chords([7, '1', 'Em'], seen: before)]).to eq([{ set: 1 }, { set: 1 }])
    chords([2, '1', 'Bm'], seen: before)
    expect([status, error[:code], about(made)[:chords].map { _1[:by] }.compact.size]).to eq([409, 'stale', 1])
    expect(chords([2, '1', 'Bm'], [7, '1', 'Em'], seen: seen.call)).to eq(set: 2)
  end

  it 'counts the marks that lay on notes that are gone, and keeps the others' do
    made = part
    ids = made[:chart][:notes].map { _1[:id] }
    pinned = save_chart(made, pins: [{ note: ids[1], direction: 'down' }, { note: ids.last, direction: 'up' }])
    changed = change(pinned, pace: 'strong', notes: [])
    expect([changed[:marks_lost], changed[:chart][:pins].size, changed[:chart][:chart][:notes].map { _1[:duration] }.uniq]).to eq([1, 1, ['3/4']])
  end

  it 'refuses what has no place, with the bar, and changes nothing' do
    made = part
    { [1, '5/4', 'D4'] => /no note of the part begins there/, [1, '1', 'C2'] => /C2 is not within reach/, [1, '1', 'H4'] => /not a pitch/, [1, 'x', 'D4'] => /no count/ }.each do |(bar, beat, pitch), words|
      change(made, notes: [{ bar:, beat:, pitch: }])
      expect([status, error[:message]]).to match([422, words])
    end
    change(made, notes: [{ bar: 1, beat: '1', pitch: 'D4' }, { bar: 1, beat: '1', pitch: 'D3' }])
    expect([status, error[:message]]).to match([422, /both set there/])
    expect(api(:get, "/api/charts/#{made[:id]}")[:lock_version]).to eq(made[:lock_version])
    change(open_chart(tune:), notes: [])
    expect([status, error[:message]]).to match([422, /of the tune itself/])
    part('second', instrument: 'cello', side: 'above', transpose: { steps: 7, semitones: 12 })
    expect([status, error[:remedy]]).to match([422, /There is a drone/])
    %w[polka].each { |wrong| part(wrong) && expect(status).to(eq(422)) }
  end

  it 'sets chords under the tune for all its parts, in the key that is shown, and takes them along when the tune is changed' do
    made = part
    up = { steps: 3, semitones: 5 }
    expect(chords([7, '1', 'Dm'], transpose: up)).to eq(set: 1)
    expect(about(made)[:chords][6]).to include(chord: 'Am', by: 'set', why: /\Aas you set it/)
    expect(about(open_chart(tune:))[:chords][6]).to include(chord: 'Am', by: 'set')
    api(:patch, "/api/tunes/#{tune[:id]}", { lock_version: api(:get, "/api/tunes/#{tune[:id]}")[:lock_version],
                                             text: blue('F3|') })
    expect(about(made)[:chords][7]).to include(bar: 8, chord: 'Am', by: 'set')
    expect([chords([99, '1', 'A']), status, error[:where]]).to match([anything, 422, a_hash_including(bar: 99)])
    expect([chords([1, '1', 'Quark']), status, error[:message]]).to match([anything, 422, /not a chord/])
    expect(chords).to eq(set: 0)
    expect(about(made)[:chords].map { _1[:by] }.uniq).to eq([nil])
  end

  it 'follows the tune: marks and set notes go along with its bars' do
    made = part
    note = about(made)[:notes].find { _1[:bar] == 8 }
    changed = change(made, notes: [{ bar: 8, beat: note[:beat], pitch: note[:written] }])[:chart]
    save_chart(changed, pins: [{ note: changed[:chart][:notes].last[:id], direction: 'down' }])
    api(:patch, "/api/tunes/#{tune[:id]}", { lock_version: 0, text: blue('F3|') })
    expect(about(made)[:set]).to eq([{ bar: 9, beat: '1', pitch: note[:written] }])
    expect(api(:get, "/api/charts/#{made[:id]}")[:pins].size).to eq(1)
    api(:patch, "/api/tunes/#{tune[:id]}", { lock_version: 1, text: "X:1\nT:Blue hill\nM:3/4\nL:1/4\nK:D\nD3|" })
    expect(status).to eq(200)
    expect(api(:get, "/api/charts/#{made[:id]}")[:chart][:notes].size).to eq(1)
  end

  it 'lists the charts of a tune, and writes them as one score in MusicXML and MIDI' do
    melody = open_chart(tune:, pupil: add_pupil('Finch'))
    made = part
    low = part('bass', instrument: 'bass')
    list = api(:get, "/api/tunes/#{tune[:id]}/together")
    expect(list[:charts].map { _1.values_at(:part, :side, :pupil_name, :instrument) }).to eq([['tune', nil, 'Finch', 'violin'], ['second', 'below', nil, 'viola'], ['bass', 'below', nil, 'bass']])
    ids = [melody, made, low].map { _1[:id] }.join(',')
    xml = Nokogiri::XML(api(:get, "/api/tunes/#{tune[:id]}/score.musicxml?charts=#{ids}"))
    expect(xml.xpath('//part-name').map(&:text)).to eq(['Finch', 'viola, second voice', 'double bass, bass line'])
    expect(xml.xpath('//part').map { |one| one.xpath('measure').size }).to eq([8, 8, 8])
    view = api(:get, "/api/tunes/#{tune[:id]}/score?charts=#{ids}")
    expect(view[:parts].map { _1.values_at(:name, :instrument, :key) }).to eq([['Finch', 'violin', 'D major'], ['viola, second voice', 'viola', 'D major'], ['double bass, bass line', 'bass', 'D major']])
    expect([view[:bars].last, view[:musicxml].scan(/id="p1-n\d+"/).size >= view[:parts][1][:notes].size]).to eq([[8, 21.0, 3.0], true])
    midi = api(:get, "/api/tunes/#{tune[:id]}/score.mid?charts=#{ids}")
    expect([midi[0, 4], midi.scan('MTrk').size]).to eq(['MThd', 4])
    ['', 'x', '0', "#{melody[:id]},999999999"].each { |wrong| api(:get, "/api/tunes/#{tune[:id]}/score.musicxml?charts=#{wrong}") && expect(status).to(be_between(404, 422)) }
    other = open_chart(tune: add_tune('D E F G|', title: 'Another'))
    api(:get, "/api/tunes/#{tune[:id]}/score.musicxml?charts=#{other[:id]}")
    expect([status, error[:message]]).to match([422, /not all of this tune/])
  end

  it 'has the printed second part as a chart, and says how a tune goes as a round' do
    text = "X:1\nT:Two\nM:4/4\nL:1/4\nK:D\nV:1\nV:2\n[V:1] d2 e2|f4|\n[V:2] F2 A2|d4|\n"
    duet = api(:post, '/api/tunes', { file_name: 'two.abc', file: [text].pack('m0'), tune: 0, voice: '1', second: { voice: '2' } })
    own = api(:post, '/api/charts', { tune_id: duet[:id], instrument: 'viola', part: 'printed' })
    expect([status, own[:chart][:notes].map { _1[:written] }]).to eq([200, %w[F#4 A4 D5]])
    expect(api(:get, "/api/tunes/#{duet[:id]}/together")).to include(printed: true, round: nil)
    api(:post, '/api/charts', { tune_id: tune[:id], instrument: 'viola', part: 'printed' })
    expect([status, error[:message]]).to match([422, /no second part of its own/])
    bells = add_tune('C D E C|C D E C|E F G2|E F G2|G/2A/2G/2F/2 E C|G/2A/2G/2F/2 E C|C G, C2|C G, C2|', title: 'Bells', key: 'C')
    expect(api(:get, "/api/tunes/#{bells[:id]}/together")[:round]).to eq(bars: 2, voices: 4, words: 'It goes in 4 voices, each after 2 bars.')
  end

  it 'is never reached from another studio' do
    made = part
    log_in('ben@example.test', studio: 'Ben’s room')
    [[:get, "/api/charts/#{made[:id]}/part"], [:put, "/api/charts/#{made[:id]}/part"], [:put, "/api/tunes/#{tune[:id]}/chords"], [:get, "/api/tunes/#{tune[:id]}/together"],
     [:get, "/api/tunes/#{tune[:id]}/score.musicxml?charts=#{made[:id]}"]].each do |method, path|
      api(method, path, method == :put ? { lock_version: 0, chords: [], notes: [] } : nil)
      expect([path, status]).to eq([path, 404])
    end
  end
end
