# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MidiIn
      # A Standard MIDI File: its lines of notes, one a track and channel, percussion left out.
      class Sequence
        SIZE = 2_000_000 # bytes
        TRACKS = 400
        PERCUSSION = 9
        HEAD = 'MThd'.b
        TRACK = 'MTrk'.b

        # A line of notes. name: of its track, or what plays it; notes: [[key, from, to], ...] in quarters, in order; 60 is middle C.
        Line = Value.of(:name, :notes)

        # tempi: [[quarters from the start, quarters a minute], ...]; meters, keys likewise; title: the name of the whole, or ''; notices: sentences.
        attr_reader :lines, :tempi, :meters, :keys, :title, :notices

        def self.midi?(bytes) = bytes.byteslice(0, 4).b == HEAD

        # bytes: the file. Raises InvalidTune for what is none.
        def initialize(bytes)
          @bytes = bytes.b
          refuse("the file is over #{SIZE / 1_000_000} MB", 'Export one piece alone.') if @bytes.bytesize > SIZE
          refuse('this is no MIDI file', 'Export it again as MIDI.') unless self.class.midi?(@bytes) && @bytes.bytesize >= 14
          @quarter = quarter(@bytes.byteslice(12, 2).unpack1('n'))
          @notices = []
          gather(chunks.map { TrackReader.read(_1) })
        end

        private

        # Ticks of a quarter.
        def quarter(division)
          refuse('its time is counted in film frames', 'Export it with beats.') if division.zero? || division >= 0x8000
          division
        end

        # The tracks' bytes. A length beyond the end of the file is that of what is there.
        def chunks
          place = 8 + @bytes.byteslice(4, 4).unpack1('N')
          found = []
          while place + 8 <= @bytes.bytesize
            kind, length = @bytes.byteslice(place, 8).unpack('a4N')
            data = @bytes.byteslice(place + 8, length)
            found << data if kind == TRACK
            @notices << 'The file breaks off; what is there was read.' if data.bytesize < length
            place += 8 + length
          end
          refuse("the file has more than #{TRACKS} tracks", 'Export one part alone.') if found.size > TRACKS
          found
        end

        def gather(tracks)
          @notices << 'The file breaks off; what is there was read.' unless tracks.all?(&:whole)
          @tempi = changes(tracks, :tempi).filter_map { |at, microseconds| [at, (60_000_000.0 / microseconds).round] if microseconds.positive? }
          @meters = changes(tracks, :meters)
          @keys = changes(tracks, :keys)
          names = tracks.map { |track| text(track.names.first) }
          @title = tracks.size > 1 && tracks.first.notes.empty? ? names.first : ''
          @lines = tracks.zip(names).flat_map { |track, name| lines_of(track, name) }
          @notices.uniq!
        end

        def changes(tracks, kind) = tracks.flat_map(&kind).map { |tick, value| [Rational(tick, @quarter), value] }.sort_by(&:first)

        def lines_of(track, name)
          track.notes.group_by(&:first).except(PERCUSSION).map do |channel, notes|
            timed = notes.map { |_, key, from, to| [key, Rational(from, @quarter), Rational(to, @quarter)] }
            Line.new(name: name.empty? ? "channel #{channel + 1}" : name, notes: timed.sort_by { |key, from, _| [from, key] }.freeze)
          end
        end

        # Names have no encoding of their own.
        def text(bytes) = bytes ? (Notation.utf8(bytes) || Notation.western(bytes)).strip[0, 120] : ''

        def refuse(message, remedy) = raise(InvalidTune.new(message, remedy:))
      end
    end
  end
end
