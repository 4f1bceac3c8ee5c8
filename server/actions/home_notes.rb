# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Words and questions from home: said behind a card's link, answered on the next card.
    module HomeNotes
      # From behind the link. fields: text, key, day. Returns those of the card.
      def self.say(card, fields, today)
        said_on = fields.date('day', (card.issued_on - 1)..(today + 1), default: today)
        row = { note_key: fields.key('key'), text: fields.text('text', min: 1, max: 500), said_on: }
        said = Models::HomeNote.where(card_id: card.id)
        if said.where(note_key: row[:note_key]).empty? && said.count >= Models::HomeNote::MOST
          fields.refuse('text', 'This card has all the notes it can take.', 'Talk with your teacher.')
        end
        Models::HomeNote.dataset.insert_ignore.insert(**row, card_id: card.id, pupil_id: card.pupil_id, studio_id: card.studio_id)
        of(card)
      end

      # Those of a card, in order, with what was answered.
      def self.of(card) = Models::HomeNote.where(card_id: card.id).order(:id).map(&:to_answer)

      # Those of a pupil that wait for an answer.
      def self.open(pupil_id) = Models::HomeNote.where(pupil_id:, answered_on: nil).order(:id).map(&:to_answer)

      # Read, and nothing to be said about it on paper.
      def self.read(studio, id, today)
        note = Models::HomeNote.first(id: id.to_i, studio_id: studio.id) || raise(Missing)
        note.update(answer: '', answered_on: today) unless note.answered_on
        note
      end

      # What goes on the pupil's next card. answers: [{ id:, answer: }] as of Inputs::CardInput. Returns [{ asked:, answer: }]; to be called when the
      # card is written.
      def self.answer(pupil, answers, today)
        given = answers.reject { _1[:answer].empty? }.to_h { [_1[:id], _1[:answer]] }
        Models::HomeNote.where(pupil_id: pupil.id, id: given.keys).order(:id).map do |note|
          note.update(answer: given[note.id], answered_on: today)
          { asked: note.text, answer: note.answer }
        end
      end
    end
  end
end
