# frozen_string_literal: true

module FawnmossServer
  module Actions
    # A new tune out of one on the shelf: the same to change, moved to another key, or made simpler.
    module CopyTune
      WAYS = %w[same transposed simpler_rhythm plain_bowing].freeze

      def self.call(studio, id, fields)
        tune = studio.tune(id)
        way = fields.choice('way', WAYS)
        score = made(tune.score, way, fields)
        title = "#{tune.title}, #{words(way, score)}"[0, 120]
        source = [tune.source, "#{words(way, score)} of #{tune.title}"].reject(&:empty?).join('; ')[0, 200]
        text = Fawnmoss::Notation::Abc.write(score.copy(title:))
        AddTune.keep(studio, text:, format: 'abc', title:, source:)
      end

      def self.made(score, way, fields)
        case way
        when 'transposed'
          move = Inputs::ChartInput.transpose(fields) || fields.refuse('transpose', 'It is not said where to move it.', 'Choose a key.')
          score.up(Fawnmoss::Theory::Interval.new(steps: move['steps'], semitones: move['semitones']))
        when 'simpler_rhythm' then Fawnmoss::Practice::SimplerRhythm.of(score)
        when 'plain_bowing' then Fawnmoss::Practice::PlainBowing.of(score)
        else score
        end
      end

      def self.words(way, score)
        { 'same' => 'copy', 'transposed' => "in #{score.key.name}", 'simpler_rhythm' => 'simpler rhythm', 'plain_bowing' => 'plain bowing' }.fetch(way)
      end
      private_class_method :made, :words
    end
  end
end
