# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Acts of the writing desk on a tune that is sent along: nothing is kept here, so that any process can answer.
    module WriteTune
      MOST = 200 # acts at once
      STEPS = 40 # and no more whose steps in between are told, to be undone one by one

      # Returns what is to be seen after the acts; refused: what was wrong with the act they stopped at, if any.
      def self.call(studio, fields)
        input = Inputs::WritingInput.read(fields, FawnmossServer.catalogue)
        Apart.run(:imports, studio.id, heavy: AddTune.heavy?(input.text)) { answer(input) }
      end

      def self.answer(input)
        desk = input.desk
        done = 0
        steps = []
        refused = nil
        input.acts.each do |name, given|
          before = desk
          desk = desk.press(name, given)
          steps << before if done.positive? && desk.sheet != before.sheet
          done += 1
        rescue Fawnmoss::InvalidInput => e
          refused = words(e)
          break
        end
        { **Fawnmoss::Writing::Shown.of(desk), done:, refused:, steps: steps.first(input.acts.size > STEPS ? 0 : STEPS).map { Fawnmoss::Writing::Shown.place(_1) } }
      end

      # What is wrong and what to do, a sentence each.
      def self.words(error) = [error.message, error.remedy].compact.map { |words| "#{words[0].upcase}#{words[1..].chomp('.')}." }.join(' ')

      # What is written, to be heard.
      def self.play(studio, fields)
        input = Inputs::WritingInput.read(fields, FawnmossServer.catalogue)
        Apart.run(:imports, studio.id, heavy: AddTune.heavy?(input.text)) do
          tune = input.desk.sheet.tune or raise Fawnmoss::InvalidInput.new('There is no note to hear yet', remedy: 'Write one.')
          Fawnmoss::Practice::PlayAlong.of_tune(tune, input.desk.instrument).to_answer
        end
      end
      private_class_method :answer, :words
    end
  end
end
