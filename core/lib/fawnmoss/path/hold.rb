# frozen_string_literal: true

module Fawnmoss
  module Path
    # Aches or pain reported: the skill rests until the teacher clears it. skill: id, or nil when it is not known what hurt;
    # on: Date; from: 'card' or 'lesson'; note: text.
    Hold = Value.of(:skill, :on, :from, :note) do
      def words = "It hurt on #{on.strftime('%-d %B')}#{" (told from a #{from})" if from}#{": #{note}" unless note.to_s.empty?}."
    end
  end
end
