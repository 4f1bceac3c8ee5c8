# frozen_string_literal: true

module Fawnmoss
  module Learning
    # A made-up teacher with one taste, who corrects a chart mark by mark until nothing in it is against that taste: what the learning is
    # measured with. The rules are plain sentences about a chart, and know nothing of prices.
    class PretendTeacher
      MOST = 40 # marks a chart; who needs more gives up

      # name: of the taste; instrument: id; options: of Chart::Request.build; rule: called with a chart and an entry's number, answers the
      # marks of a Chart::Pin that the teacher would set there, or nil.
      attr_reader :name, :instrument, :options

      def initialize(name, instrument, options, &rule)
        @name = name
        @instrument = instrument
        @options = options
        @rule = rule
      end

      # The teachers that bin/learn asks.
      def self.all
        [new('fourth fingers coming down', 'violin', { version: 'full' }) { |chart, at| Rules.fourth(chart, at) },
         new('open strings always', 'viola', { version: 'full' }) { |chart, at| Rules.open(chart, at) },
         new('no third position', 'violin', { version: 'full', positions: %w[1 2 3 4 5] }) { |chart, at| Rules.first(chart, at) },
         new('no stretch', 'cello', { version: 'full' }) { |chart, at| Rules.closed(chart, at) },
         new('one string rather than there and back', 'bass', { version: 'full' }) { |chart, at| Rules.string(chart, at) },
         new('hooks in 3/4', 'violin', { version: 'full', bowing: 'comes' }) { |chart, at| Rules.hook(chart, at) },
         new('no hooks', 'cello', { version: 'full' }) { |chart, at| Rules.plain(chart, at, :hook) },
         new('no slurs but the page\'s', 'viola', { version: 'full' }) { |chart, at| Rules.plain(chart, at, :slur) },
         new('first beats down', 'violin', { version: 'full', bowing: 'comes' }) { |chart, at| Rules.down(chart, at) }]
      end

      # Pins that make the chart of a tune as this teacher wants it; a mark that cannot be played is left out. request: Chart::Request
      # without pins, of a tune that can be played.
      def correct(tune, request, catalogue)
        pins = []
        refused = []
        while pins.size < MOST
          chart = Chart::Solve.call(tune, request.copy(pins:), catalogue)
          if chart.is_a?(Chart::Impossible)
            refused << pins.pop.note
          else
            pin = objection(chart, refused + pins.map(&:note)) or break
            pins << pin
          end
        end
        pins
      end

      private

      # The first mark that the teacher would set, but on none of these notes.
      def objection(chart, done)
        chart.entries.each_with_index do |entry, at|
          marks = @rule.call(chart, at) unless done.include?(entry.note.id)
          return Chart::Pin.new(note: entry.note.id, **marks) if marks
        end
        nil
      end

      # The rules, each about one note of a chart.
      module Rules
        # 4 on the string below rather than an open string that the melody comes down to, unless it is long or the lowest string.
        def self.fourth(chart, at)
          entry, before = chart.entries.values_at(at, at - 1)
          return unless at.positive? && entry.place.open? && entry.place.string.positive? && entry.note.duration <= 1

          { finger: 4 } if before.note.pitch.midi > entry.note.pitch.midi
        end

        # The open string wherever a fourth finger has its pitch.
        def self.open(chart, at)
          entry = chart.entries[at]
          { finger: 0 } if entry.place.finger == 4 && chart.request.instrument.open.any? { _1.midi == entry.note.pitch.midi }
        end

        # First position for what lies in it.
        def self.first(chart, at)
          place = chart.entries[at].place
          return if place.open? || place.hand.first?

          { position: '1' } if places(chart, at, ['1']).any? { !_1.open? }
        end

        # No finger out of a closed hand where another place serves.
        def self.closed(chart, at)
          place = chart.entries[at].place
          return unless place.placement == :extended

          other = places(chart, at).find { _1.placement != :extended }
          other && { string: chart.request.instrument.string_names[other.string], finger: other.finger, position: (other.hand.name unless other.open?) }
        end

        # Along the string rather than to another one for a single note.
        def self.string(chart, at)
          return if at.zero? || chart.entries[at].place.open?

          before, string, after = chart.entries.values_at(at - 1, at, at + 1).map { _1&.place&.string }
          return unless before == after && before != string

          { string: chart.request.instrument.string_names[before] } if places(chart, at).any? { _1.string == before }
        end

        # The second of two equal notes before a bar line in triple time hooked to the first.
        def self.hook(chart, at)
          entry, before, after = chart.entries.values_at(at, at - 1, at + 1)
          return unless at.positive? && chart.tune.meter.triple? && after && after.note.at.zero? && before.note.at.positive?

          { join: :hook } if entry.join == :change && before.direction == :up && before.note.duration == entry.note.duration
        end

        # No join of this kind that is the engine's own.
        def self.plain(chart, at, join)
          entry = chart.entries[at]
          { join: :change } if entry.join == join && (join != :slur || entry.added)
        end

        # A down-bow on every first beat.
        def self.down(chart, at)
          entry = chart.entries[at]
          { direction: :down } if entry.note.at.zero? && entry.direction == :up && entry.join != :slur
        end

        # Where a note could be played.
        def self.places(chart, at, positions = chart.request.positions)
          Fingering::Candidates.new(chart.request.instrument, positions).for(chart.entries[at].note.pitch)
        end
        private_class_method :places
      end
    end
  end
end
