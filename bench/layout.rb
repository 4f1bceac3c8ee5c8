# frozen_string_literal: true

require 'open3'
require 'tempfile'

# verovio's layout of a tune, one at a time, in a process that stays.
class Layout
  def initialize(tune)
    @file = Tempfile.new(['bench', '.musicxml'])
    @file.write(Fawnmoss::Notation::MusicXml.write(tune))
    @file.flush
    @in, @out, = Open3.popen2('node', File.join(__dir__, 'layout.mjs'), @file.path)
  end

  def once
    @in.puts
    @in.flush
    Float(@out.gets)
  end
end
