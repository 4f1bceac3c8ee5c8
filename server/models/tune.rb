# frozen_string_literal: true

module FawnmossServer
  module Models
    # A tune as the teacher brought it: the text is kept, the notes are read from it whenever they are needed.
    class Tune < Sequel::Model(FawnmossServer.db[:tunes])
      include Locking

      plugin :serialization, :json, :notices, :chords

      MOST = 2000 # sounding notes that are charted here: more is no piece to teach, and one chart must not take long
      SHORT = 250 # notes: charted within the request itself
      LONG = 1000 # notes: beyond it even the text is not read there
      KEPT = 60 # tunes read last that are kept as frozen values in this process: 30 MB where all have 400 notes, 165 MB where all have 2,000
      READ = LruRedux::ThreadSafeCache.new(KEPT)

      # The words a tune is found by, a space before each: plain letters, no accents. most: letters kept.
      def self.search_words(*texts, most: 500) = plain_words(texts.join(' ')).uniq.map { " #{_1}" }.join[0, most]

      # The same split for what is looked for.
      def self.plain_words(text) = text.unicode_normalize(:nfkd).gsub(/\p{Mn}/, '').downcase.split(%r{[^\p{L}\p{N}/#-]+}).reject(&:empty?)

      # Fawnmoss::Score::Tune, called as it is on the shelf whatever stands in the text, with its second part. The texts were checked when they
      # were added.
      def score
        READ[key] || beside(Fawnmoss::Notation.read(text, format).copy(title:)).tap { |read| READ[key] = read }
      end

      # [[bar, count, chord symbol], ...] that the teacher set, in its own key, as of Fawnmoss::Together::Wish.
      def chords_set = chords || []

      # Work with it is done apart (Apart).
      def heavy? = about > SHORT || second.to_s.bytesize > Actions::AddTune::LIGHT

      # Its text is read in a moment, so that it may be read where requests are answered.
      def soon_read? = about <= LONG

      # Itself, if it can be charted here. Raises TooLong.
      def charted
        return self unless about > MOST && (notes || score.played.size) > MOST

        raise TooLong.new(title, notes || score.played.size, MOST)
      end

      # What its score depends on.
      def key = [format, text, title, second]

      private

      # A melody that was changed until none of the second part's notes fits any more stands alone.
      def beside(melody)
        second ? Fawnmoss::Writing::Second.beside(melody, Fawnmoss::Notation::Abc.read(second)) : melody
      rescue Fawnmoss::InvalidTune => e
        melody.copy(notices: [*melody.notices, e.text].freeze)
      end

      # Notes, or no less than there can be.
      def about = notes || (text.bytesize / (format == 'abc' ? 2 : 60))
    end
  end
end
