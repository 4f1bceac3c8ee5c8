# frozen_string_literal: true

module Fawnmoss
  module Notation
    # Standard MIDI Files in: a file says when keys went down and up; what stands on the page is worked out: lengths on a grid, key, spelling.
    module MidiIn
      # bytes: the file; line: which one of Sequence#lines, nil for the first; how: How. Returns Score::Tune; raises InvalidTune.
      def self.read(bytes, line: nil, how: How::GUESSED)
        sequence = Sequence.new(bytes)
        chosen = line ? sequence.lines[line] : sequence.lines.first
        raise InvalidTune.new('there are no notes', remedy: 'Choose a file with notes that are not percussion alone.') unless chosen

        Page.new(sequence, chosen, how).tune
      end
    end
  end
end
