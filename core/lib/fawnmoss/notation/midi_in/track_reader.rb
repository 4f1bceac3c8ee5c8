# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MidiIn
      # Reads the events of one MTrk chunk (Standard MIDI File 1.0). Every byte is read once, whatever lengths the file claims: midilib, which writes our
      # files, takes such a length at its word.
      class TrackReader
        MOST = 20_000 # notes in one track
        SIZES = { 0x80 => 2, 0x90 => 2, 0xA0 => 2, 0xB0 => 2, 0xC0 => 1, 0xD0 => 1, 0xE0 => 2 }.freeze # data bytes by kind of message
        TEXT = 0x03 # the name of a track
        TEMPO = 0x51
        METER = 0x58
        KEY = 0x59

        # notes: [[channel, key, from, to], ...] in ticks; texts and changes as they came: names of the track; tempi [[tick, microseconds a quarter], ...];
        # meters [[tick, Theory::Meter], ...]; keys [[tick, Theory::Key], ...]; whole: false where the chunk breaks off.
        Found = Struct.new(:notes, :names, :tempi, :meters, :keys, :whole)

        # bytes: of the chunk, without its head. Returns Found.
        def self.read(bytes) = new(bytes).found

        def initialize(bytes)
          @bytes = bytes
          @place = 0
          @tick = 0
          @status = nil
          @open = Hash.new { |all, key| all[key] = [] }
          @found = Found.new([], [], [], [], [], true)
        end

        def found
          catch(:broken) { event while @place < @bytes.bytesize }
          @found.whole = false if @open.each_value.any?(&:any?)
          @open.each { |(channel, key), starts| starts.each { |from| note(channel, key, from) } }
          @found
        end

        private

        def byte
          @bytes.getbyte(@place).tap { @place += 1 } || (@found.whole = false) || throw(:broken)
        end

        # A number of up to four bytes of seven bits.
        def number
          value = 0
          4.times do
            one = byte
            value = (value << 7) | (one & 0x7F)
            return value if one < 0x80
          end
          value
        end

        def event
          @tick += number
          first = byte
          return meta(byte) if first == 0xFF
          return skip(number) if [0xF0, 0xF7].include?(first)

          running = first < 0x80
          @status = first unless running
          throw(:broken, @found.whole = false) unless @status && SIZES.key?(@status & 0xF0)
          message(@status & 0xF0, @status & 0x0F, running ? first : byte)
        end

        def message(kind, channel, data)
          other = SIZES[kind] == 2 ? byte : nil
          case kind
          when 0x90 then other.zero? ? stop(channel, data) : start(channel, data)
          when 0x80 then stop(channel, data)
          end
        end

        def start(channel, key)
          throw(:broken, @found.whole = false) if @found.notes.size + @open.size > MOST
          @open[[channel, key]] << @tick
        end

        def stop(channel, key)
          from = @open[[channel, key]].shift
          note(channel, key, from) if from
        end

        def note(channel, key, from)
          @found.notes << [channel, key, from, @tick] if @tick > from
        end

        def skip(length) = @place += length

        def meta(kind)
          length = number
          data = @bytes.byteslice(@place, length).to_s
          skip(length)
          case kind
          when TEXT then @found.names << data
          when TEMPO then @found.tempi << [@tick, data.unpack('C3').then { |a, b, c| (a << 16) | (b << 8) | c }] if data.bytesize == 3
          when METER then meter(*data.unpack('CC')) if data.bytesize >= 2
          when KEY then key(*data.unpack('cC')) if data.bytesize == 2
          end
        end

        def meter(beats, power)
          @found.meters << [@tick, Theory::Meter.parse("#{beats}/#{2**power}")] if power < 6
        rescue InvalidInput
          nil # a meter beyond those that are read is none
        end

        def key(fifths, minor)
          @found.keys << [@tick, Theory::Key.new(fifths:, mode: minor == 1 ? 'minor' : 'major')] if fifths.between?(-7, 7)
        end
      end
    end
  end
end
