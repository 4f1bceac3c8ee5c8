# frozen_string_literal: true

module Fawnmoss
  module Writing
    # Acts that put signs and words at notes.
    class Marks < Act
      KNOWN = %i[staccato tenuto accent fermata breath trill off_string].freeze

      # Over what is in hand; of one note, from the one before it, or one more in the bow that ends there. Pressed again it is gone.
      def slur(_given = {})
        from, to = ends
        return @desk if from.nil? || from == to

        sounds = @desk.sounds
        on = !(sounds[from].slur_start && sounds[to].slur_stop)
        from = from.downto(0).find { sounds[_1].slur_start } || from if on && @desk.anchor.nil? && sounds[from].slur_stop
        each_in(from..to) { |sound, number| slurred(sound, number == from, number == to, on) }
      end

      # To the next note of the same pitch; pressed again it is gone.
      def tie(_given = {}) = each_in_hand { |sound| sound.copy(tied: sound.tied.any? ? [].freeze : sound.pitches) }

      # mark: of KNOWN, by name. Taken away where all in hand have it.
      def mark(given)
        mark = KNOWN.find { _1.to_s == given['mark'] } or refuse("#{given['mark'].inspect} is no mark", "Choose #{KNOWN.join(', ')}.", field: 'mark')
        range = Notation::Events::Sound::LATE.include?(mark) ? @desk.stretch : heads
        toggle(range, :marks, ->(sound) { sound.marks.include?(mark) }) { |marks, on| (on ? marks - [mark] : marks | [mark]).freeze }
      end

      # bow: "up" or "down".
      def bow(given)
        bow = { 'up' => :up, 'down' => :down }.fetch(given['bow']) { refuse('a bow sign is up or down', nil, field: 'bow') }
        toggle(heads, :bow, ->(sound) { sound.bow == bow }) { |_, on| on ? nil : bow }
      end

      # finger: 0..4 as printed over the note, or nothing to take it away.
      def printed(given)
        finger = given['finger'] && Integer(given['finger'].to_s, exception: false)
        refuse('a finger is 0 to 4', nil, field: 'finger') unless finger.nil? || finger.between?(0, 4)
        each_in(heads) { |sound| sound.rest? ? sound : sound.copy(fingers: [finger, *sound.fingers.drop(1)].freeze) }
      end

      # text: a dynamic; nothing to take it away.
      def dynamic(given)
        text = given['text'].to_s
        unless text.empty? || Score::Direction::DYNAMICS.include?(text)
          refuse("#{text} is no dynamic", "Choose #{Score::Direction::DYNAMICS.join(', ')}.", field: 'text')
        end
        say(:dynamic, text)
      end

      def words(given) = say(:words, given['text'])
      def rehearsal(given) = say(:rehearsal, given['text'].to_s[0, 6])

      def chord(given)
        text = given['text'].to_s.strip
        symbol = Theory::ChordSymbol.parse(text)
        refuse("#{text} is no chord symbol", 'Write it like G, Em, D7 or C/E.', field: 'text') unless symbol || text.empty?
        say(:chord, symbol&.to_s)
      end

      # kind: "crescendo" or "diminuendo" over what is in hand; anything else takes away those in it.
      def hairpin(given)
        kind = Score::Hairpins::STARTS.find { _1.to_s == given['kind'] }
        from, to = ends
        return @desk unless from

        each_in(from..to) do |sound, number|
          signs = [(kind if number == from), (:hairpin_end if kind && number == to)].compact.map { Score::Direction.new(kind: _1, text: '') }
          sound.copy(directions: [*sound.directions.reject { |one| Score::Hairpins.hairpin?(one) }, *signs].freeze)
        end
      end

      # text: what is sung from the note in hand on, "Row- ing home"; verse: 1 the first.
      def sing(given)
        return @desk unless @desk.cursor

        from = @desk.stretch.first
        verse = Integer(given['verse'].to_s, exception: false).to_i.clamp(1, Score::Syllable::VERSES) - 1
        under = under(given['text'].to_s[0, 2000], from)
        each_in(from..) { |sound, number| under.key?(number) ? sound.sung(verse, under[number]) : sound }
      end

      # letter: of a grace note before the one in hand, the nearest of that name; nothing takes them away.
      def grace(given)
        letter = given['letter'].to_s.upcase
        refuse("#{letter} is no letter of a note", 'Write a to g.', field: 'letter') unless letter.match?(/\A[A-G]?\z/)
        each_in_hand do |sound, _, bar|
          next sound if sound.rest?

          sound.copy(graces: letter.empty? ? nil : [*sound.graces, bar.key.at(nearest(letter, sound.pitches.first.step))].first(4).freeze, grace_fingers: nil)
        end
      end

      private

      def slurred(sound, first, last, slur)
        sound.copy(slur_start: first ? slur : last && sound.slur_start, slur_stop: last ? slur : first && sound.slur_stop)
      end

      # Numbers of the first and last sound that a slur or a hairpin is to span.
      def ends
        stretch = @desk.stretch
        return if stretch.none?

        stretch.size > 1 ? [stretch.first, stretch.last] : [[heads.first - 1, 0].max, stretch.first]
      end

      # Sets a field of all notes of a range, or takes it away where all have it already. has: asks a sound; the block: [what is there, whether all
      # have it].
      def toggle(range, field, has)
        on = @desk.sounds[range].all?(&has)
        each_in(range) { |sound| sound.rest? ? sound : sound.copy(field => yield(sound[field], on)) }
      end

      # A direction of one kind at the first note in hand, in the place of another of that kind.
      def say(kind, text)
        return @desk unless @desk.cursor

        said = [Score::Direction.of(kind, text)].compact
        each_in(heads.first..heads.first) { |sound| sound.copy(directions: [*sound.directions.reject { _1.kind == kind }, *said].freeze) }
      end

      # { number of a sound => syllable } from one on.
      def under(text, from)
        sounds = @desk.sounds
        bars = sheet.bars.each_with_index.flat_map { |bar, index| [index] * bar.sounds.size }
        numbers = (from...sounds.size).reject { sounds[_1].rest? }
        Notation::Abc::Lyrics.under(text, numbers.map { bars[_1] - bars[from] }).transform_keys { numbers[_1] }
      end
    end
  end
end
