# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe Fawnmoss::Notation::MusicXml do
  def attributes = '<attributes><divisions>1</divisions><key><fifths>1</fifths></key><time><beats>2</beats><beat-type>4</beat-type></time></attributes>'
  def note(step = 'G', inside: '') = "<note><pitch><step>#{step}</step><octave>4</octave></pitch><duration>1</duration>#{inside}</note>"
  def score(bars, head: '') = "<?xml version=\"1.0\"?>#{head}<score-partwise><part id=\"P1\">#{bars}</part></score-partwise>"
  def one_bar(notes) = score("<measure number=\"1\">#{attributes}#{notes}</measure>")

  def packed(files)
    Zip::OutputStream.write_buffer { |zip| files.each { |name, text| zip.put_next_entry(name) && zip.write(text) } }.string
  end

  def container = '<container><rootfiles><rootfile full-path="tune.xml"/></rootfiles></container>'

  it 'gives back every demo tune exactly as it was written' do
    Dir[File.join(__dir__, '../../demo/tunes/*.abc')].each do |file|
      tune = Fawnmoss::Notation::Abc.read(File.read(file))
      again = described_class.read(described_class.write(tune, instrument: nil))
      expect(again.to_h.slice(:title, :key, :meter, :pickup, :bars)).to eq(tune.to_h.slice(:title, :key, :meter, :pickup, :bars))
    end
  end

  it 'gives back repeats, endings, ties, slurs, triplets, marks, fingers and bows' do
    tune = tune("uD|!3!.D (E F) G|(3A/B/c/ d- d !tenuto!c|^C>=C z A:|\n|:[1 A4:|[2 A3||", meter: '4/4')
    expect(described_class.read(described_class.write(tune)).bars).to eq(tune.bars)
  end

  it 'writes fingering, string and bow signs on request, and ids for the engraver' do
    solved = chart(tune('D (E F) G|'), version: 'full')
    marked = Nokogiri::XML(described_class.write(solved.marked, instrument: instrument('violin')))
    expect(marked.xpath('//fingering').map(&:text)).to eq(%w[0 1 2 3])
    expect(marked.xpath('//string').map(&:text)).to eq(%w[3 3 3 3]) # MusicXML counts strings from the highest
    expect(marked.xpath('//up-bow | //down-bow').map(&:name)).to eq(%w[down-bow up-bow down-bow])
    expect(marked.xpath('//note/@id')).to be_empty
    bare = Nokogiri::XML(described_class.write(solved.tune, ids: true, instrument: instrument('violin')))
    expect(bare.xpath('//note/@id').map(&:value)).to eq(%w[n1 n2 n3 n4])
    expect(bare.xpath('//fingering')).to be_empty
  end

  it 'writes the clef and transposition of the instrument' do
    bass = Nokogiri::XML(described_class.write(tune('D,4|'), instrument: instrument('bass')))
    expect(bass.at_xpath('//clef/sign').text + bass.at_xpath('//clef/line').text).to eq('F4')
    expect(bass.at_xpath('//transpose/octave-change').text).to eq('-1')
    solo = Nokogiri::XML(described_class.write(tune('D,4|'), instrument: instrument('bass', tuning: 'solo')))
    expect(solo.at_xpath('//transpose/chromatic').text).to eq('2')
  end

  it 'prints an accidental once in a bar, and again after the bar line' do
    xml = Nokogiri::XML(described_class.write(tune('^G G =G ^G|^G4|', key: 'C')))
    expect(xml.xpath('//note').map { _1.at_xpath('accidental')&.text }).to eq(['sharp', nil, 'natural', 'sharp', 'sharp'])
  end

  it 'reads what it knows and names what it leaves out' do
    tune = described_class.read(one_bar("<direction><direction-type><pedal/></direction-type></direction><harmony/>#{note}#{note('A')}"))
    expect(tune.notes.map { _1.pitch.to_s }).to eq(%w[G4 A4])
    expect(tune.notices).to eq(['Left out: some lines and signs over the staff.', 'Left out: some chord symbols.'])
    trilled = described_class.read(one_bar("#{note(inside: '<notations><ornaments><trill-mark/></ornaments></notations>')}#{note(inside: '<notations><ornaments><turn/></ornaments></notations>')}"))
    expect([trilled.notes.map(&:marks), trilled.notices]).to eq([[[:trill], []], ['Left out: ornaments other than trills.']])
  end

  it 'reads chords and grace notes, and gives them back' do
    grace = '<note><grace/><pitch><step>F</step><alter>1</alter><octave>4</octave></pitch><type>eighth</type></note>'
    low = '<note><pitch><step>G</step><octave>4</octave></pitch><duration>2</duration><notations><technical><up-bow/><fingering>3</fingering><string>3</string></technical></notations></note>'
    high = '<note><chord/><pitch><step>B</step><octave>4</octave></pitch><duration>2</duration><notations><technical><fingering>1</fingering></technical></notations></note>'
    tune = described_class.read(one_bar(grace + low + high))
    expect(tune.notes.map { [_1.pitch.to_s, _1.chord, _1.finger, _1.string, _1.bow, _1.graces&.map(&:to_s)] })
      .to eq([['G4', false, 3, 3, :up, %w[F#4]], ['B4', true, 1, nil, nil, nil]])
    expect(described_class.read(described_class.write(tune)).bars).to eq(tune.bars)
  end

  it 'refuses, with the bar, what would change the notes' do
    { "#{note}#{note}<note><grace/><pitch><step>F</step><octave>4</octave></pitch></note>" => /grace/,
      note('A', inside: '<chord/>') => /without a note before/, note('H') => /not a pitch/, note.sub('<duration>1</duration>', '') => /no length/ }
      .each do |inside, message|
      expect { described_class.read(one_bar(inside)) }.to raise_error(Fawnmoss::InvalidTune, message) { expect(_1.where[:bar]).to eq(1) }
    end
  end

  it 'refuses a score without bars, other XML, and broken XML with its line' do
    expect { described_class.read('<score-partwise><part id="A"/></score-partwise>') }.to raise_error(Fawnmoss::InvalidTune, /no bars/)
    expect { described_class.read('<html/>') }.to raise_error(Fawnmoss::InvalidTune, /not a MusicXML/)
    expect { described_class.read("<a>\n<b></a>") }.to raise_error(Fawnmoss::InvalidTune) { expect(_1.where[:line]).to eq(2) }
    expect { described_class.read('') }.to raise_error(Fawnmoss::InvalidTune)
  end

  it 'refuses entities that would read a file or swell' do
    file = '<!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/hostname">]>'
    swell = '<!DOCTYPE a [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]>'
    [file, swell].each { |head| expect { described_class.read(score('<measure/>', head:)) }.to raise_error(Fawnmoss::InvalidTune, /entities/) }
  end

  it 'reads a packed score, and refuses damaged, empty and swelling archives' do
    text = one_bar(note + note)
    expect(described_class.read(packed('META-INF/container.xml' => container, 'tune.xml' => text)).notes.size).to eq(2)
    expect { described_class.read(packed('readme.md' => 'x')) }.to raise_error(Fawnmoss::InvalidTune, /no score/)
    expect { described_class.read("PK\x03\x04rubbish".b) }.to raise_error(Fawnmoss::InvalidTune, /damaged/)
    bomb = packed('META-INF/container.xml' => container, 'tune.xml' => ' ' * 9_000_000)
    expect(bomb.bytesize).to be < 20_000
    expect { described_class.read(bomb) }.to raise_error(Fawnmoss::InvalidTune, /over 8 MB/)
    expect { described_class.read(packed(Array.new(41) { |i| ["f#{i}", ''] })) }.to raise_error(Fawnmoss::InvalidTune, /40 files/)
  end

  it 'reads a file that says UTF-16 and is UTF-8' do
    expect(described_class.read(one_bar(note + note).sub('version="1.0"', 'version="1.0" encoding="UTF-16"')).notes.size).to eq(2)
  end

  it 'survives a thousand mutilated scores' do
    text = described_class.write(Fawnmoss::Notation::Abc.read(File.read(File.join(__dir__, '../../demo/tunes/02-brook-song.abc'))))
    signs = '<>/"0195abx &-'.chars
    expect(survives_mutilation(text, signs, seed: 11, times: 1000, most: 3) { described_class.read(_1) }).to eq(1000)
  end

  # Nokogiri's builder is the second one that writes the same.
  it 'writes tags as the well-known builder does: attributes, texts, empty tags, what has to be escaped' do
    write = lambda do |xml|
      xml.send(:'score-partwise', version: '3.0') do
        xml.words("a & <b> \"c\"\r", kind: "\"&<>\"\n\t'")
        xml.part({ id: 'P1' }) { xml.key { xml.fifths(-2) and xml.mode('minor') } }
        xml.empty { nil }
        xml.text_('sung')
        xml.name('')
        xml.time(symbol: :cut) { xml.print }
      end
    end
    ours = Fawnmoss::Notation::MusicXml::Markup.new
    write.call(ours)
    expect(ours.to_xml).to eq(Nokogiri::XML::Builder.new(encoding: 'UTF-8') { |xml| write.call(xml) }.to_xml)
  end
end
