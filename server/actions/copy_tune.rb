# frozen_string_literal: true

module FawnmossServer
  module Actions
    # A new tune out of one on the shelf: the same to change, moved to another key, or made simpler; or its second part by itself.
    module CopyTune
      WAYS = %w[same transposed simpler_rhythm plain_bowing bars second].freeze

      def self.call(studio, id, fields)
        tune = studio.tune(id)
        way = fields.choice('way', WAYS)
        AddTune.keep(studio, Apart.run(:imports, studio.id, heavy: tune.heavy?) { copy(tune, way, fields) })
      end

      def self.copy(tune, way, fields)
        return second(tune, fields) if way == 'second'

        score = made(tune.score, way, fields)
        title = "#{tune.title}, #{words(way, score)}"[0, 120]
        source = [tune.source, "#{words(way, score)} of #{tune.title}"].reject(&:empty?).join('; ')[0, 200]
        beside = score.second && Fawnmoss::Notation::Abc.write(score.second)
        AddTune.of(text: Fawnmoss::Notation::Abc.write(score.alone.copy(title:)), format: 'abc', title:, source:, second: beside)
      end

      # As it is played with the tune, bar for bar; the tune is then kept beside it in turn.
      def self.second(tune, fields)
        melody = tune.score
        own = melody.second or fields.refuse('way', 'This tune has no second part.', 'Choose one on the tune’s page.')
        title = "#{tune.title}, #{own.title}"[0, 120]
        AddTune.of(text: Fawnmoss::Notation::Abc.write(own.copy(title:)), format: 'abc', title:, source: tune.source,
                   second: Fawnmoss::Notation::Abc.write(melody.alone))
      end

      def self.made(score, way, fields)
        case way
        when 'transposed'
          move = Inputs::ChartInput.transpose(fields) || fields.refuse('transpose', 'It is not said where to move it.', 'Choose a key.')
          score.up(move)
        when 'simpler_rhythm' then Fawnmoss::Practice::SimplerRhythm.of(score)
        when 'bars' then bars(score, fields)
        when 'plain_bowing' then Fawnmoss::Practice::PlainBowing.of(score)
        else score
        end
      end

      # Some bars of it, as they are numbered.
      def self.bars(score, fields)
        numbers = score.bars.map(&:number)
        from = fields.integer('from_bar', numbers.min..numbers.max)
        to = fields.integer('to_bar', from..numbers.max)
        Fawnmoss::Score::Excerpt.bars(score, (from..to).to_a)
      end

      def self.words(way, score)
        return "bars #{score.bars.first.number} to #{score.bars.last.number}" if way == 'bars'

        { 'same' => 'copy', 'transposed' => "in #{score.key.name}", 'simpler_rhythm' => 'simpler rhythm', 'plain_bowing' => 'plain bowing' }.fetch(way)
      end
      private_class_method :copy, :second, :made, :bars, :words
    end
  end
end
