# frozen_string_literal: true

module Fawnmoss
  module Bowing
    # A planned bowing seen from the notes: direction, join, share of the bow and words for each, and warnings.
    class Solved
      # The teacher's or the page's marks cannot all hold. index: of the note where it shows; reason: a sentence.
      Conflict = Value.of(:index, :reason)

      PASSES = 4

      # notes: Score::Played, one per sound (of a double stop the lowest); meter; asked: Asked. Returns Solved or Conflict.
      def self.for(notes, meter, asked)
        strokes = Strokes.new(notes, meter, asked).list
        clash = clash(notes, strokes, asked)
        return clash if clash

        plan = plan(strokes, asked)
        return Conflict.new(index: plan.notes.first, reason: no_way(plan)) if plan.is_a?(Stroke)

        new(notes, plan, asked, broken: asked.keep_slurs ? [] : notes.select(&:slur).map(&:bar).uniq)
      end

      # The cheapest plan; where it bows one rhythm in several ways, the cheapest of those that keep to the way of most bars. What is
      # decided for one rhythm may change another's bars, so it is looked at again, PASSES times at the most.
      def self.plan(strokes, asked)
        planner = Planner.new(asked.weights, start: asked.start, joins: asked.joins)
        usual = {}
        plan = nil
        PASSES.times do
          plan = planner.plan(strokes)
          break if plan.is_a?(Stroke) || asked.weights[:other_bowing].zero?

          found = Rhythms.usual(strokes, plan.map(&:join)).except(*usual.keys)
          break if found.empty?

          usual.merge!(found)
          strokes = strokes.each_with_index.map { |stroke, at| found[at] ? stroke.copy(link: stroke.link.copy(usual: found[at])) : stroke }
        end
        plan
      end

      # Conflict that shows without planning, or nil.
      def self.clash(notes, strokes, asked)
        return Conflict.new(index: notes.first.index, reason: 'nothing lies before the first note that it could join') if asked.pinned.key?(notes.first.index)

        strokes.each do |stroke|
          ways = stroke.notes.select { asked.directions[_1] }
          turned = ways.find { asked.directions[_1] != asked.directions[ways.first] }
          return Conflict.new(index: turned, reason: 'one slur cannot go both down and up') if turned
        end
        nil
      end

      def self.no_way(stroke)
        wish = { lift: 'a lift starts with a down-bow', recovery: 'a recovery is an up-bow after a down-bow', change: 'a change turns the bow round',
                 hook: 'a hook goes on in the same direction', stop: 'a stop goes on in the same direction' }[stroke.link.pinned]
        "the bow marks around it contradict each other#{" (#{wish})" if wish}"
      end
      private_class_method :plan, :clash, :no_way

      attr_reader :planned

      # planned: Planned list; broken: bars whose printed slurs were broken into separate strokes.
      def initialize(notes, planned, asked, broken:)
        @notes = notes.to_h { [_1.index, _1] }
        @broken = broken
        @asked = asked
        @words = Words.for(planned, asked)
        @stroke_of = {}
        @before = {} # what of its stroke is spent before a note, by its index
        @planned = planned
        planned.each_with_index { |stroke, index| place(stroke.stroke, index) }
      end

      # { direction:, join:, added:, bow: [from, to], bow_words:, short: } of the sound whose lowest note is `index`; slurred notes
      # share the stroke by duration, loud ones with more of it. added: it is slurred to the note before by the engine and not by the page.
      def note(index)
        stroke = @planned[@stroke_of[index]]
        { direction: stroke.direction, join: join(index), added: stroke.join == :slur && stroke.stroke.notes.first == index,
          bow: share(stroke, index), bow_words: @words[@stroke_of[index]], short: stroke.short? }
      end

      # Join of the sound whose lowest note is `index`; notes stopped apart inside one stroke are hooked.
      def join(index)
        stroke = @planned[@stroke_of[index]]
        return stroke.join if stroke.stroke.notes.first == index

        @notes[index].marks.intersect?(%i[staccato tenuto]) ? :hook : :slur
      end

      def cost = @planned.sum(&:cost)

      # Sentences for the chart.
      def warnings
        [broken_slurs, *@planned.select(&:short?).group_by { remedy(_1) }.map { |remedy, short| "Short of bow in #{bars(short)}: #{remedy}." }].compact
      end

      private

      def place(stroke, number)
        before = 0r
        stroke.notes.each do |index|
          @stroke_of[index] = number
          @before[index] = before
          before += spent(index)
        end
      end

      def share(stroke, index)
        return [stroke.from, stroke.to].freeze if stroke.stroke.notes.size == 1

        whole = stroke.stroke.notes.sum { spent(_1) }
        ends = [@before[index], @before[index] + spent(index)].map { (_1 / whole).to_f }
        ends.map { stroke.from + ((stroke.to - stroke.from) * _1) }.freeze
      end

      # Of a stroke a note takes by its length, and by how loud it is.
      def spent(index) = @asked.loud ? @notes[index].duration * @asked.loudness(index) : @notes[index].duration

      def broken_slurs
        return if @broken.empty?

        "Slurs in #{@broken.size > 1 ? 'bars' : 'bar'} #{@broken.join(', ')} are broken into separate strokes in this version."
      end

      def bars(short)
        numbers = short.map { _1.stroke.bar }.uniq
        "#{numbers.size > 1 ? 'bars' : 'bar'} #{numbers.join(', ')}"
      end

      def remedy(short)
        nearer = "start nearer the #{short.direction == :down ? 'frog' : 'tip'}"
        short.stroke.notes.size > 1 ? "#{nearer}, or split the slur" : "#{nearer}, with less bow on the notes before"
      end
    end
  end
end
