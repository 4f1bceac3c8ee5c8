# frozen_string_literal: true

module Fawnmoss
  module Listening
    # Recordings as WAV files: RIFF with a format and a data chunk (Microsoft and IBM, Multimedia Programming Interface 1.0, 1991). Read: whole
    # numbers of 8, 16, 24 and 32 bits and floats of 32 and 64, one to eight channels (averaged), 8 to 192 kHz. What a header says is
    # held against what is there: a stated length beyond the end is cut to what came.
    class Wav
      RATES = 8000..192_000
      CHANNELS = 1..8
      SECONDS = 0.5..300
      BYTES = 120_000_000 # five minutes of two channels at 48 kHz and 32 bits
      KINDS = { [1, 8] => :eight, [1, 16] => :sixteen, [1, 24] => :twenty_four, [1, 32] => :thirty_two, [3, 32] => :float, [3, 64] => :double }.freeze
      EXTENSIBLE = 0xFFFE # the kind of sample follows further on in the same chunk

      # bytes of a file -> Sound. Raises InvalidTake.
      def self.read(bytes) = new(bytes).sound

      # Sound -> bytes of a file of 16 bits.
      def self.write(sound)
        of_samples((sound.samples.clip(-1, 1) * 32_767).round.cast_to(Numo::Int16).to_binary, sound.rate)
      end

      # Bytes of a file out of samples of 16 bits of one channel, the low byte first, as they come from a page that records.
      def self.of_samples(data, rate)
        head = ['RIFF', 36 + data.bytesize, 'WAVE', 'fmt ', 16, 1, 1, rate, rate * 2, 2, 16, 'data', data.bytesize]
        head.pack('a4Va4a4VvvVVvva4V') + data
      end

      def initialize(bytes)
        @bytes = bytes.b
      end

      def sound
        refuse('it is empty', 'Record it again.') if @bytes.empty?
        refuse('it is no WAV file', 'Record it here, or save it as WAV.') unless @bytes.start_with?('RIFF') && @bytes[8, 4] == 'WAVE'
        refuse("it is over #{BYTES / 1_000_000} MB", 'Five minutes are the most; one channel at 44.1 kHz is plenty.') if @bytes.bytesize > BYTES
        samples = mix(numbers)
        check(samples)
        Sound.new(samples:, rate: format[:rate])
      end

      private

      def refuse(what, remedy) = raise(InvalidTake.new("This recording cannot be read: #{what}", remedy:))

      # { 'fmt ' => bytes, 'data' => bytes }: the first of each kind.
      def chunks
        @chunks ||= {}.tap do |found|
          at = 12
          while at + 8 <= @bytes.bytesize
            name, size = @bytes.byteslice(at, 8).unpack('a4V')
            size = @bytes.bytesize - at - 8 if name == 'data' && [0, 0xFFFFFFFF].include?(size) # written while it was still being recorded
            found[name] ||= @bytes.byteslice(at + 8, size)
            at += 8 + size + (size % 2)
          end
        end
      end

      def format
        @format ||= begin
          head = chunks['fmt '].to_s
          refuse('the description of its samples is missing or cut short', 'Record it again.') if head.bytesize < 16
          code, channels, rate, _, _, bits = head.unpack('vvVVvv')
          code = head.byteslice(24, 2).unpack1('v') if code == EXTENSIBLE && head.bytesize >= 26
          checked(kind: KINDS[[code, bits]], channels:, rate:, width: bits / 8)
        end
      end

      def checked(found)
        refuse('its kind of samples is not known', 'Save it as WAV with 16 bits.') unless found[:kind]
        refuse("it has #{found[:channels]} channels", 'One or two are what is wanted.') unless CHANNELS.cover?(found[:channels])
        refuse("it has #{found[:rate]} samples a second", 'Between 8,000 and 192,000 can be read; 44,100 is usual.') unless RATES.cover?(found[:rate])
        found
      end

      # All channels side by side, -1..1.
      def numbers
        kind, width, channels = format.values_at(:kind, :width, :channels)
        data = chunks['data'] or refuse('it has no samples', 'Record it again.')
        data = data.byteslice(0, data.bytesize - (data.bytesize % (width * channels)))
        refuse('it has no samples', 'Record it again.') if data.empty?
        send(kind, data)
      end

      def eight(data) = (Numo::UInt8.from_binary(data).cast_to(Numo::SFloat) - 128) / 128
      def sixteen(data) = Numo::Int16.from_binary(data).cast_to(Numo::SFloat) / 32_768
      def thirty_two(data) = (Numo::Int32.from_binary(data).cast_to(Numo::DFloat) / 2_147_483_648).cast_to(Numo::SFloat)
      def float(data) = finite(Numo::SFloat.from_binary(data))
      def double(data) = finite(Numo::DFloat.from_binary(data)).cast_to(Numo::SFloat)

      # The highest of three bytes carries the sign.
      def twenty_four(data)
        bytes = Numo::UInt8.from_binary(data).reshape(data.bytesize / 3, 3).cast_to(Numo::Int32)
        whole = bytes[true, 0] + (bytes[true, 1] * 256) + (bytes[true, 2] * 65_536)
        (whole - (whole.ge(8_388_608).cast_to(Numo::Int32) * 16_777_216)).cast_to(Numo::SFloat) / 8_388_608
      end

      def finite(samples)
        refuse('some of its samples are not numbers', 'Record it again.') unless samples.isfinite.all?
        samples
      end

      def mix(samples)
        channels = format[:channels]
        channels == 1 ? samples : samples.reshape(samples.size / channels, channels).mean(axis: 1)
      end

      def check(samples)
        seconds = samples.size.fdiv(format[:rate])
        refuse("it is #{seconds.round(2)} seconds long", 'Play at least half a second.') if seconds < SECONDS.begin
        refuse("it is #{seconds.round} seconds long", 'Five minutes are the most: record a part of it.') if seconds > SECONDS.end
      end
    end
  end
end
