# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What files are called: by what is in them, for whom, at what tempo, of which day.
    module FileNames
      MOST = 120 # letters
      UNFIT = %r{[/\\:*?"<>|[:cntrl:]]+}

      # Words joined, without what no file system takes.
      #   FileNames.of('Linnet', 'Brook / Song', nil) # => "Linnet, Brook Song"
      def self.of(*words) = words.compact.map { _1.to_s.gsub(UNFIT, ' ').squeeze(' ').strip }.reject(&:empty?).join(', ')[0, MOST].sub(/[. ]+\z/, '')

      def self.chart(chart, today)
        tempo = chart.options.tempo || chart.tune.score.tempo || Fawnmoss::Chart::Solve::TEMPO
        of(chart.pupil&.name || chart.instrument, chart.title, (chart.version if chart.part == 'tune'), "tempo #{tempo}", today.iso8601)
      end

      def self.card(card)
        tempo = card.body['tempo']
        of(card.body['pupil'], card.title, "card #{card.number}", tempo && "tempo #{tempo}", card.issued_on.iso8601)
      end

      # The header for a file to save: with the name as it is, and for old readers in plain letters.
      #   FileNames.disposition('Jörg, Café.pdf')
      def self.disposition(name)
        plain = name.unicode_normalize(:nfkd).gsub(/\p{Mn}/, '').gsub(/[^\x20-\x7e]/, '_')
        "attachment; filename=\"#{plain}\"; filename*=UTF-8''#{ERB::Util.url_encode(name)}"
      end
    end
  end
end
