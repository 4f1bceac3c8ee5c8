# frozen_string_literal: true

module Fawnmoss
  # Weights moved by charts that teachers would sign.
  module Learning
    # A piece with the marks that a teacher would pencil in. Its file (core/spec/gold, YAML) has: instrument; version; options, pairs of
    # --positions, --fourth, --bowing and their values; fingers, a token a note: string and finger, (position) where it matters,
    # alternatives with "/", "." without an opinion; bows, a token a note: d, u or "."; bows_or, whole other bowings; never, flat
    # statements. "|" sets bars apart, "-" is a bar without a new note, a pick-up is the first.
    Piece = Value.of(
      :name,    # of the file
      :tune,    # Score::Tune
      :request, # Chart::Request
      :fingers, # per note nil or a list of Mark
      :bowings, # list of lists: per note :down, :up or nil
      :never,   # statements
      :problem  # Chart::Problem of the tune and the request
    ) do
      # name: for messages; data: the parsed YAML; tune: Score::Tune; catalogue: Catalogue. Raises InvalidInput where the marks do not fit the notes.
      def self.read(name, data, tune, catalogue)
        request = request(data, catalogue)
        new(name:, tune:, request:, problem: Chart::Problem.new(tune, request, catalogue), never: Array(data['never']).freeze,
            fingers: tokens(name, 'fingers', data['fingers'], tune) { self::Mark.read(_1, name) },
            bowings: [data['bows'], *data['bows_or']].map { |text| tokens(name, 'bows', text, tune) { |token| direction(token, name) } })
      end

      def self.request(data, catalogue)
        options = Array(data['options']).each_slice(2).to_h
        Chart::Request.build(instrument: catalogue.instrument(data['instrument']), version: data['version'], fourth: options['--fourth'],
                             positions: options['--positions']&.split(','), bowing: options['--bowing'])
      end

      def self.tokens(name, what, text, tune)
        bars = text.split('|').map { |bar| bar.split - ['-'] }
        bars.pop if bars.last.empty?
        counts = bar_counts(tune)
        refuse(name, "#{what}: #{bars.size} bars for #{counts.size}") if bars.size != counts.size
        bars.zip(counts) do |tokens, (bar, count)|
          refuse(name, "#{what}: #{tokens.size} marks for #{count} notes in bar #{bar}") if tokens.size != count
        end
        bars.flatten.map { yield _1 }.freeze
      end

      # { number of every bar, the pick-up's first => sounding notes in it }.
      def self.bar_counts(tune)
        notes = tune.played.map(&:bar).tally
        (notes.keys.min..notes.keys.max).to_h { [_1, notes.fetch(_1, 0)] }
      end

      def self.direction(token, name)
        { 'd' => :down, 'u' => :up, '.' => nil }.fetch(token) { refuse(name, "#{token} is no bow sign") }
      end

      def self.refuse(name, words) = raise(InvalidInput.new(words, where: { file: name }, remedy: 'Put it right in the file.'))
      private_class_method :request, :tokens, :bar_counts, :direction

      # Whether a chart's place is one of those a note may have.
      def takes?(index, place) = fingers[index].nil? || fingers[index].any? { _1.takes?(place, request.instrument) }

      # What of a Chart::Chart a teacher would not sign. Returns Verdict.
      def judge(chart) = Verdict.new(self, chart)
    end

    # One place of a piece's fingers: "D3", "A4(2)".
    Piece::Mark = Value.of(:string, :finger, :position) do
      # Returns a list of Mark, or nil for ".".
      def self.read(token, name)
        return if token == '.'

        token.split('/').map do |text|
          string, finger, position = text.match(/\A([A-G])([0-4])(?:\((.+)\))?\z/)&.captures
          string ? new(string:, finger: finger.to_i, position:) : Piece.refuse(name, "#{text} is no place")
        end
      end

      def takes?(place, instrument)
        instrument.string_names[place.string] == string && place.finger == finger && (position.nil? || place.open? || place.hand.name == position)
      end
    end
  end
end
