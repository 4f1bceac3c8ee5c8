# frozen_string_literal: true

module Fawnmoss
  module Chart
    # What a Request charts: the tune in its key, or a part that goes with it.
    module Scored
      PLAIN = %w[tune printed open].freeze # for which nothing has to be wished
      KEPT = 8 # parts of a tune that stay worked out with it, those made last
      PARTS = [*PLAIN, *Together::Wish::KINDS].uniq.freeze

      # What is wanted of a part where nothing is said: Together::Wish, or nil for what needs none. part, wish: of a request.
      def self.wish(part, wish) = PLAIN.include?(part) ? nil : (wish || Together::Wish.build(kind: part)).copy(kind: part)

      # The score to be charted. stored: Score::Tune as it is kept; catalogue: Catalogue. Raises InvalidInput where there is no such part.
      def score(stored, catalogue)
        moved = stored.up(transpose)
        case part
        when 'tune' then moved
        when 'printed' then own_second(moved)
        when 'open' then moved.once([:open, instrument.open]) { Together::OpenStrings.of(moved, instrument) }
        else made(stored, catalogue).tune
        end
      end

      # Together::Part that is charted, nil for the tune and for open strings. stored, catalogue: as of score.
      def made(stored, catalogue)
        return unless wish

        moved = stored.up(transpose)
        made = moved.once(:parts) { {} }
        key = [wish, instrument.open, instrument.sounds_below, positions]
        made.shift while made.size >= KEPT && !made.key?(key) # every change of a note is another wish
        made[key] ||= Together::Part.new(moved, wish.up(transpose), instrument, positions, catalogue.together)
      end

      private

      # The part that is kept with the tune.
      def own_second(tune)
        own = tune.second or raise InvalidInput.new('this tune has no second part of its own', where: { field: 'part' }, remedy: 'Have one worked out.')
        own.copy(title: Together::Part.title(tune.title, part))
      end
    end
  end
end
