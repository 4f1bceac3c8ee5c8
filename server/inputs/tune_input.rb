# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # A tune as pasted (text) or uploaded (file in base64, with its name). second: ABC of the part to be kept beside it, or nil.
    TuneInput = Struct.new(:text, :format, :title, :source, :notices, :second, keyword_init: true) do
      # Raises Fawnmoss::InvalidInput naming the field.
      def self.read(fields)
        title = fields.text('title', max: 120, default: '')
        source = fields.text('source', max: 200, default: '')
        return from_file(fields, title, source) if fields.given?('file')

        text = fields.block('text', max: 2_000_000)
        chosen(fields, text, format_of(text), title:, source:)
      end

      # The same of a text that came in a file of some name; file_name decides the format. Raises Choose when there is a part to choose.
      def self.of_file(fields, text, name, title: '', source: '')
        chosen(fields, text, format_of_name(name, fields), title:, source:)
      end

      def self.format_of(text) = text.lstrip.start_with?('<') ? 'musicxml' : 'abc'

      # Of a file with several tunes, parts or voices the line that was chosen; raises Choose when none was.
      def self.chosen(fields, text, format, **about)
        contents = Fawnmoss::Notation::Contents.of(text, format)
        raise Choose, contents unless fields.given?('part') || fields.given?('tune') || contents.single?

        tune = fields.integer('tune', 0..9999, default: 0)
        how = how(fields, format)
        text, format, notices = contents.text_of(tune:, **line(fields), **how)
        return new(text:, format:, notices:, **about) unless (beside = fields.object('second'))

        beside = line(beside)
        name = contents.name_of(tune:, **beside)
        second = Fawnmoss::Notation::Abc.write(contents.take(tune:, **beside, **how).copy(title: name.empty? ? Fawnmoss::Writing::Second::NAME : name[0, 80]))
        new(text:, format:, notices: Fawnmoss::Notation.but_kept(notices, [name, beside[:voice]].compact), second:, **about)
      end

      # The part and voice that fields name.
      def self.line(fields)
        voice = fields.text('voice', max: 20, default: '')
        { voice: voice.empty? ? nil : voice, part: fields.integer('part', 0..999, optional: true) }
      end

      # What a teacher knows better than a MIDI file.
      def self.how(fields, format)
        return {} unless format == 'midi'

        given = %w[grid key meter].to_h { [_1, fields.text(_1, max: 20, default: '')] }
        { how: Fawnmoss::Notation::MidiIn::How.from_plain(given.reject { |_, text| text.empty? }) }
      end
      private_class_method :chosen, :how, :line

      def self.from_file(fields, title, source)
        name = fields.text('file_name', min: 1, max: 200)
        format_of_name(name, fields)
        bytes = fields.block('file', max: 11_500_000).unpack1('m0')
        of_file(fields, plain(bytes, fields), name, title:, source:)
      rescue ArgumentError
        fields.refuse('file', 'The file did not arrive whole.', 'Choose it again.')
      end
      private_class_method :from_file

      def self.format_of_name(name, fields)
        self::FORMATS[File.extname(name).downcase] ||
          fields.refuse('file', "#{name} is of a kind that is not read.", 'Choose a file ending in .abc, .musicxml, .xml, .mxl or .mid.')
      end
      private_class_method :format_of_name

      # The text of a file. Archives are unpacked here, so that the table holds text.
      def self.plain(bytes, fields)
        return bytes if Fawnmoss::Notation::MidiIn::Sequence.midi?(bytes)

        bytes = Fawnmoss::Notation::MusicXml::Mxl.unpack(bytes) if Fawnmoss::Notation::MusicXml::Mxl.archive?(bytes)
        text = Fawnmoss::Notation.text(bytes)
        text || fields.refuse('file', 'The file is neither UTF-8 nor UTF-16 text.', 'Save it as UTF-8 and try again.')
      end
    end

    TuneInput::FORMATS = { '.abc' => 'abc', '.txt' => 'abc', '.musicxml' => 'musicxml', '.xml' => 'musicxml', '.mxl' => 'musicxml',
                           '.mid' => 'midi', '.midi' => 'midi' }.freeze
  end
end
