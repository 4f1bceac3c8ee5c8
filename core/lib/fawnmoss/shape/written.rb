# frozen_string_literal: true

module Fawnmoss
  module Shape
    # What the page says about loudness, sound by sound.
    class Written
      # dynamic: the level of a dynamic that stands at the sound, or nil; ground: the level that holds there, between two levels inside a hairpin, nil
      # where nothing is written yet; way: :crescendo or :diminuendo where a hairpin leads to it from the sound before; sudden: it is loud at once.
      Sign = Value.of(:dynamic, :ground, :way, :sudden)

      # tune: Score::Tune; heads: Score::Played list, one for each sound; hairpin: levels that one goes where nothing says where to.
      # Returns a list of Sign.
      def self.list(tune, heads, hairpin:) = new(tune, heads, hairpin).list

      def initialize(tune, heads, hairpin)
        @heads = heads
        @hairpin = hairpin
        @signs = signs(tune)
      end

      def list
        @found = []
        @ground = @open = nil # @open: [kind, the sound where it began] of the hairpin that is open
        @heads.each_index { |at| take(at, @signs[at]) }
        @found.freeze
      end

      private

      def take(at, here)
        after = sudden(here)
        dynamic = dynamic(here)
        @found << Sign.new(dynamic:, ground: dynamic || @ground, way: (@open&.first if at.positive?), sudden: !after.nil?)
        @ground = after&.first || dynamic || @ground
        close(at) if @open && (dynamic || here.any? { _1.kind == :hairpin_end })
        start = begun(here)
        @open = [start.kind, at] if start
      end

      # Directions by sound: what stands at a rest, or at a note tied into the one before, holds from the next sound on.
      def signs(tune)
        found = Array.new(@heads.size) { [] }
        at = 0
        tune.written.zip(said(tune)) do |(onset, _), directions|
          at += 1 while at < @heads.size - 1 && @heads[at].onset < onset
          ends, others = directions.partition { _1.kind == :hairpin_end }
          found[at].concat(others)
          found[@heads[at].onset > onset && at.positive? ? at - 1 : at].concat(ends)
        end
        found
      end

      def said(tune) = tune.bars.flat_map { |bar| bar.chords.map { |chord| chord.flat_map(&:directions) } }

      def dynamic(here) = here.filter_map { Levels::DYNAMICS[_1.text] if _1.kind == :dynamic }.last
      def sudden(here) = here.filter_map { [Levels::SUDDEN[_1.text]] if _1.kind == :dynamic && Levels::SUDDEN.key?(_1.text) }.last

      # A hairpin that begins here and goes on.
      def begun(here)
        start = here.rindex { Score::Hairpins::STARTS.include?(_1.kind) }
        here[start] if start && here[start..].none? { _1.kind == :hairpin_end }
      end

      # The grounds inside a hairpin that has ended go evenly to where it leads: the dynamic at its end or on the next sound, else so many levels on. What
      # holds from there is that, or a dynamic at its end.
      def close(at)
        kind, from = @open
        @open = nil
        start = @found[from].ground || Levels::PLAIN
        target = target(kind, start, @found[at].dynamic || following(at))
        spread(from, at, start, target)
        @ground = target unless @found[at].dynamic
      end

      def target(kind, start, said)
        return said if said && (kind == :crescendo ? said > start : said < start)

        (kind == :crescendo ? start + @hairpin : start - @hairpin).clamp(Levels::ALL)
      end

      def following(at) = at + 1 < @heads.size ? dynamic(@signs[at + 1]) : nil

      def spread(from, at, start, target)
        length = (@heads[at].onset - @heads[from].onset).to_f
        (from..at).each do |index|
          share = length.zero? ? 1 : (@heads[index].onset - @heads[from].onset) / length
          @found[index] = @found[index].copy(ground: start + ((target - start) * share.to_f))
        end
      end
    end
  end
end
