# frozen_string_literal: true

module Fawnmoss
  module Practice
    # A part to a tune that asks a player for nothing new: only notes that the hand has learnt, in the richest rhythm that works. The part is charted
    # as it will be played, and where the chart asks for more, those notes are left out and the part is made anew.
    class PartFor
      TRIES = 12 # charts in each rhythm

      # tune: Score::Tune as stored; request: Chart::Request of the part, with its wish and what the player has (`had`); known: skill ids that are
      # taught singly.
      def initialize(tune, request, catalogue, known)
        @tune = tune
        @request = request
        @catalogue = catalogue
        @asked = known.to_set - request.had
      end

      # Together::Wish that is kept with the chart. Raises InvalidInput naming a part that would do, where there is none.
      def wish
        found = paces.lazy.filter_map { |pace| settled(@request.wish.copy(pace:, pitches: names)) }.first
        return found if found

        raise InvalidInput.new("there is no #{Together::Part::NAMES.fetch(@request.part)} that asks for nothing new", where: { field: 'kind' }, remedy:)
      end

      private

      def paces = Together::Wish::PACES.drop(Together::Wish::PACES.index(@request.wish.pace))

      # Names of the written pitches that ask the left hand for nothing new.
      def names = @names ||= pitches.select { |pitch| places.for(pitch).any? { |place| learnt?(place) } }.map(&:to_s)

      def places = @places ||= Fingering::Candidates.new(@request.instrument, @request.positions)
      def learnt?(place) = Analysis::Demands.left_hand(@request.instrument, place).none? { @asked.include?(_1) }

      # Every pitch that a key may have there, as it may be written.
      def pitches
        Together::Reach.steps(@request.instrument).flat_map { |step| [-1, 0, 1].map { Theory::Pitch.at(step, _1) } }
      end

      # The wish with what has to be left out, or nil where nothing helps.
      def settled(wish)
        TRIES.times do
          found = offending(wish)
          return wish if found.empty?
          return if found.any?(&:nil?) || (found - wish.avoid).empty?

          wish = wish.copy(avoid: (wish.avoid + found).uniq.freeze)
        end
        nil
      rescue InvalidInput
        nil
      end

      # [[bar number, pitch name], ...] of notes that ask for something new; nil among them for what no other note would help: a rhythm.
      def offending(wish)
        asked = Chart::Solve.demands(@tune, @request.copy(wish:), @catalogue)
        return [nil] if asked.is_a?(Chart::Impossible)

        fresh = asked.per_note.map { |ids| ids.select { @asked.include?(_1) } }
        return [nil] if fresh.flatten.any? { _1.start_with?('rhythm.') }

        asked.notes.zip(fresh).filter_map { |note, ids| [note.bar, note.pitch.to_s] if ids.any? && !set.include?([note.bar, note.count]) }.uniq
      end

      # What the teacher set stands, whatever it asks for.
      def set = @set ||= @request.wish.notes.to_set { |bar, count, _| [bar, Rational(count)] }

      def remedy
        kinds = Together::Wish::KINDS - [@request.part]
        fits = kinds.select { |kind| kind != 'answer' && fits?(kind) }
        return 'Learn the first notes of it first, or ask for a part without a level.' if fits.empty?

        "For this player there is: #{fits.map { Together::Part::NAMES.fetch(_1) }.join(', ')}."
      end

      def fits?(kind)
        wish = Together::Wish.build(kind:)
        request = @request.copy(part: kind, wish: (wish unless kind == 'open'))
        asked = Chart::Solve.demands(@tune, kind == 'open' ? request : request.copy(wish: wish.copy(pitches: names)), @catalogue)
        !asked.is_a?(Chart::Impossible) && asked.per_note.flatten.none? { @asked.include?(_1) }
      rescue InvalidInput
        false
      end
    end
  end
end
