# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Acts of the writing desk on a tune that is sent along: nothing is kept here, so that any process can answer.
    module WriteTune
      MOST = 200 # acts at once

      # Returns what is to be seen after the acts; refused: what was wrong with the act they stopped at, if any.
      def self.call(studio, fields)
        input = Inputs::WritingInput.read(fields, FawnmossServer.catalogue)
        Apart.run(:imports, studio.id, heavy: AddTune.heavy?(input.text)) { answer(input) }
      end

      def self.answer(input)
        desk = input.desk
        done = 0
        refused = nil
        input.acts.each do |name, given|
          desk = desk.press(name, given)
          done += 1
        rescue Fawnmoss::InvalidInput => e
          refused = [e.message, e.remedy].compact.map { |words| "#{words[0].upcase}#{words[1..].chomp('.')}." }.join(' ')
          break
        end
        { **Fawnmoss::Writing::Shown.of(desk), done:, refused: }
      end

      # What is written, to be heard.
      def self.play(studio, fields)
        input = Inputs::WritingInput.read(fields, FawnmossServer.catalogue)
        Apart.run(:imports, studio.id, heavy: AddTune.heavy?(input.text)) do
          tune = input.desk.sheet.tune or raise Fawnmoss::InvalidInput.new('There is no note to hear yet', remedy: 'Write one.')
          Fawnmoss::Practice::PlayAlong.of_tune(tune, input.desk.instrument).to_answer
        end
      end
      private_class_method :answer
    end
  end
end
