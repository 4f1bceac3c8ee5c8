# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # What is wanted of a part, as sent: notes and chords stand by bar and count, as they are in the key that is shown.
    module PartInput
      MOST = 2000 # notes or chords that are set

      # { side:, pace:, notes: } as of Fawnmoss::Together::Wish.
      def self.read(fields)
        { **way(fields), notes: places(fields, 'notes', 'pitch').each { |bar, beat, name| pitch(fields, bar, beat, name) } }
      end

      # { side:, pace: }.
      def self.way(fields)
        { side: fields.choice('side', Fawnmoss::Together::Wish::SIDES, optional: true), pace: fields.choice('pace', Fawnmoss::Together::Wish::PACES, optional: true) }
      end

      # Fawnmoss::Together::Wish with the chords alone.
      def self.chords(fields) = Fawnmoss::Together::Wish.of_chords(places(fields, 'chords', 'chord'))

      def self.places(fields, list, name)
        fields.list(list, max: MOST).map do |one|
          beat = one.text('beat', min: 1, max: 7)
          one.refuse('beat', "#{beat} is no count.", 'Write it like 1 or 5/2.') unless beat.match?(Fawnmoss::Together::Wish::COUNT)
          [one.integer('bar', 0..9999), beat, one.text(name, min: 1, max: 12)]
        end
      end

      def self.pitch(fields, bar, beat, name)
        return if name == 'rest'

        Fawnmoss::Theory::Pitch.parse(name)
      rescue Fawnmoss::InvalidInput => e
        fields.refuse('notes', "Bar #{bar}, beat #{beat}: #{e.message}.", e.remedy)
      end
      private_class_method :places, :pitch
    end
  end
end
