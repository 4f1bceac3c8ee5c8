# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Charts: open, change, engrave, take away.
    module Charts
      # Downloads: ending of the file, the format of Fawnmoss::Chart::Export and its media type.
      FILES = { 'musicxml' => ['musicxml', 'application/vnd.recordare.musicxml+xml; charset=utf-8'], 'abc' => ['abc', 'text/vnd.abc; charset=utf-8'],
                'mid' => ['midi', 'audio/midi'], 'txt' => ['text', 'text/plain; charset=utf-8'],
                'json' => ['json', 'application/json'] }.freeze

      def self.registered(app)
        app.post('/api/charts') { json(Actions::Charts.open(studio, fields, today)) }
        app.get('/api/charts/:id') { json(Actions::Charts.answer(studio.chart(params['id']), today)) }
        app.put('/api/charts/:id') { json(Actions::Charts.save(studio, params['id'], fields, today)) }
        app.get('/api/charts/:id/score') { json({ musicxml: Actions::Charts.score(studio.chart(params['id']), today) }) }

        app.get('/api/charts/:id/play') { json(Actions::Charts.play(studio.chart(params['id']), today)) }

        app.get('/api/charts/:id/chart.pdf') { studio.chart(params['id']).then { pdf("/charts/#{_1.id}", Actions::FileNames.chart(_1, today)) } }

        FILES.each { |ending, (format, type)| file(app, ending, format, type) }
      end

      def self.file(app, ending, format, type)
        app.get("/api/charts/:id/chart.#{ending}") do
          chart = studio.chart(params['id'])
          file(type, "#{Actions::FileNames.chart(chart, today)}.#{ending}") { Actions::Charts.export(chart, today, format) }
        end
      end
      private_class_method :file
    end
  end
end
