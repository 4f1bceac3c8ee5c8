# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Reads a tune and keeps it. The same text twice is told, not stored twice.
    module AddTune
      TEXT = 2_000_000 # bytes of one tune's text
      LIGHT = 6_000 # bytes of text that are read within the request itself

      # The same text is there already.
      class Known < Fawnmoss::InvalidInput
      end

      def self.call(studio, fields)
        heavy = fields.given?('file') || heavy?(fields.raw('text').to_s)
        read = Apart.run(:imports, studio.id, heavy:) { of_input(Inputs::TuneInput.read(fields)) }
        keep(studio, read)
      end

      def self.heavy?(text) = text.bytesize > LIGHT

      # What a TuneInput is kept as.
      def self.of_input(input) = of(**input.to_h)

      # Reads a text: the columns of its row. title: '' for the one in the text; notices: what is left out already; second: ABC of a part beside
      # it, or nil. Raises InvalidTune.
      def self.of(text:, format:, title: '', source: '', notices: [], second: nil)
        found = columns(text, format) { |score| fits?(score, second) if second }
        title = [title, found[:title], 'Untitled tune'].reject(&:empty?).first[0, 120]
        { **found, title:, source:, notices: notices | found[:notices], second: }
      end

      # Raises InvalidTune when a second part cannot be played with a melody.
      def self.fits?(melody, second)
        raise Fawnmoss::InvalidTune.new("the second part is over #{TEXT / 1_000_000} MB of text", remedy: 'Take fewer bars.') if second.bytesize > TEXT

        Fawnmoss::Writing::Second.fit(melody, Fawnmoss::Notation::Abc.read(second)) && true
      end

      # Puts what was read on the shelf. Raises Known.
      def self.keep(studio, read)
        known?(studio, read[:digest])
        studio.add_tune(**read, **search(read)).tap { Looking.wake(studio.id) }
      rescue Sequel::UniqueConstraintViolation # two windows added it at once
        known?(studio, read[:digest])
        raise
      end

      def self.search(read) = { search: Models::Tune.search_words(*read.values_at(:title, :key_name, :meter, :source)) }

      # What is read off a text, its title among it. The block is told of the score.
      def self.columns(text, format)
        if text.bytesize > TEXT
          raise Fawnmoss::InvalidTune.new("this tune is over #{TEXT / 1_000_000} MB of text", remedy: 'Export one part, or fewer bars, and add that.')
        end

        score = Fawnmoss::Notation.read(text, format)
        yield score if block_given?
        { format:, text:, digest: digest(text), title: score.title, key_name: score.key.name, meter: score.meter.to_s, bars: score.bars.size,
          notes: score.played.size, notices: score.notices }
      end

      def self.digest(text) = Digest::SHA256.hexdigest(text.gsub(/\s+/, ' '))

      # Raises Known when the studio has the text. id: of the tune that may.
      def self.known?(studio, digest, id: nil)
        same = studio.tunes_dataset.exclude(id:).select(:title, :archived_at).first(digest:) or return false

        raise Known.new("This tune is already #{same.archived_at ? 'put away' : 'on the shelf'}: #{same.title}.", where: { field: 'text' },
remedy: 'Open it there.')
      end
    end
  end
end
