# frozen_string_literal: true

module Fawnmoss
  # Text and bytes to tunes and back.
  module Notation
    CONTROL = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F]/

    # text: the tune; format: 'abc' or 'musicxml' (plain or .mxl). Returns Score::Tune; raises InvalidTune.
    def self.read(text, format) = format == 'abc' ? Abc.read(text) : MusicXml.read(text)

    # Control characters that have no place in a text, as blanks: what stands where stays there.
    def self.plain(text) = text.match?(CONTROL) ? text.gsub(CONTROL, ' ') : text

    # Bytes of a text file as UTF-8: as utf8 has them; ABC files from before UTF-8 are in the western European encoding, and only what looks like a
    # tune is taken for one. nil when they are neither.
    def self.text(bytes)
      utf8(bytes) || (plain(western(bytes)) if bytes.b.match?(/^[XK]:/n))
    end

    # Bytes in the western European encoding as UTF-8.
    def self.western(bytes) = bytes.b.encode(Encoding::UTF_8, Encoding::WINDOWS_1252, invalid: :replace, undef: :replace)

    # A sentence about other lines of a file, by name; nil where there are none.
    def self.left_out(names)
      names.any? ? "Left out: #{names.first(8).join(', ')}#{" and #{names.size - 8} more" if names.size > 8}." : nil
    end

    # Sentences as of left_out without a line that is kept after all. labels: its name, its voice.
    #   Notation.but_kept(['Left out: Violin II, Viola.'], ['Violin II']) # => ["Left out: Viola."]
    def self.but_kept(sentences, labels)
      sentences.filter_map do |sentence|
        match = /\A(Left out(?: of [^:]+)?: (?:voice )?)(.+)\.\z/.match(sentence) or next sentence
        left = match[2].split(', ').reject { |one| labels.include?(one.delete_prefix('voice ')) }
        "#{match[1]}#{left.join(', ')}." if left.any?
      end
    end

    # Bytes of a text file as UTF-8, without its byte order mark; nil when they are neither UTF-8 nor marked UTF-16.
    def self.utf8(bytes)
      wide = { "\xFF\xFE".b => Encoding::UTF_16LE, "\xFE\xFF".b => Encoding::UTF_16BE }[bytes.byteslice(0, 2).b]
      text = wide ? bytes.byteslice(2..).force_encoding(wide).encode(Encoding::UTF_8) : bytes.dup.force_encoding(Encoding::UTF_8)
      text.valid_encoding? ? plain(text.delete_prefix("\uFEFF")) : nil
    rescue EncodingError
      nil
    end
  end
end
