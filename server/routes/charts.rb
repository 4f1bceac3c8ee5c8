# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Charts: open, change, engrave, take away.
    module Charts
      def self.registered(app)
        app.post('/api/charts') { json(Actions::Charts.open(studio, fields, today)) }
        app.get('/api/charts/:id') { json(Actions::Charts.answer(studio.chart(params['id']), today)) }
        app.put('/api/charts/:id') { json(Actions::Charts.save(studio, params['id'], fields, today)) }
        app.get('/api/charts/:id/score') { json({ musicxml: Actions::Charts.score(studio.chart(params['id']), today) }) }

        app.get('/api/charts/:id/chart.musicxml') do
          chart = studio.chart(params['id'])
          headers 'content-type' => 'application/vnd.recordare.musicxml+xml; charset=utf-8',
                  'content-disposition' => "attachment; filename=\"chart-#{chart.id}.musicxml\""
          Actions::Charts.musicxml(chart, today)
        end
      end
    end
  end
end
