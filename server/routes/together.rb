# frozen_string_literal: true

module FawnmossServer
  module Routes
    # Playing together: parts to a tune, the chords under it, all of them as one score.
    module Together
      FILES = { 'musicxml' => 'application/vnd.recordare.musicxml+xml; charset=utf-8', 'mid' => 'audio/midi' }.freeze

      def self.registered(app)
        app.get('/api/tunes/:id/together') { json(Actions::Parts.of_tune(studio, params['id'])) }
        app.put('/api/tunes/:id/chords') { json({ set: Actions::Parts.set_chords(studio, params['id'], fields) }) }
        app.get('/api/charts/:id/part') { json(Actions::Parts.answer(studio.chart(params['id']), today)) }
        app.put('/api/charts/:id/part') do
          chart, lost = Actions::Parts.save(studio, params['id'], fields, today)
          json({ chart: Actions::Charts.answer(chart, today), marks_lost: lost })
        end
        app.get('/api/tunes/:id/score') { json(Actions::PartScore.new(studio, params, today).view) }
        scores(app)
      end

      def self.scores(app)
        app.get('/api/tunes/:id/score.pdf') do
          score = Actions::PartScore.new(studio, params, today)
          pdf("/tunes/#{score.tune.id}/together", score.file_name, 'charts' => score.ids.join(','))
        end
        FILES.each do |ending, type|
          app.get("/api/tunes/:id/score.#{ending}") do
            score = Actions::PartScore.new(studio, params, today)
            file(type, "#{score.file_name}.#{ending}") { score.write(ending) }
          end
        end
      end
      private_class_method :scores
    end
  end
end
