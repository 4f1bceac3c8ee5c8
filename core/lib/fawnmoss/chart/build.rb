# frozen_string_literal: true

module Fawnmoss
  module Chart
    # Puts a solved fingering and bowing together with everything a chart can tell about them.
    class Build
      # problem: Problem that both hands can do; catalogue: Catalogue (drills, and the prices without the teacher's hand).
      def initialize(problem, catalogue)
        @problem = problem
        @catalogue = catalogue
        @tune = problem.tune
        @request = problem.request
        @instrument = @request.instrument
        @sounds = problem.sounds
        @fingers = problem.fingers
        @bowing = problem.bows
        @tempo = problem.tempo
        @warnings = problem.possible.warnings
        @pinned = { place: problem.possible.pinned.to_set, direction: problem.turned.keys.to_set, join: problem.joins.keys.to_set }
        read_off
      end

      # Returns Chart.
      def chart
        Chart.new(tune: @tune, request: @request, entries: entries.freeze, warnings: (@warnings + @bowing.warnings).freeze, tempo: @tempo,
                  cost: @fingers.total / 100.0, bow_cost: @bowing.cost / 100.0, demand_bars: demands.bars, shape:, **analysis)
      end

      private

      def read_off
        @notes = @sounds.flatten
        @heads = @sounds.map(&:first)
        @grips = @fingers.places
        @places = @grips.flat_map(&:parts)
        @bows = @heads.map { @bowing.note(_1.index) }
        @facts = {}
        @checks = {}.compare_by_identity
      end

      def analysis
        { same_bars:, reading:, same_rhythm: @tune.once(:same_rhythm) { Analysis::Sameness.rhythms(@tune) },
          transposed_bars: @tune.once(:transposed_bars) { Analysis::Sameness.transposed(@tune) },
          hand_map: hand_map.for(@tune.key, played_in(regions.first)), key_changes:, hand_maps:, hand_fingers: hand_map.fingers(@tune.key), phrases:,
          spots: spots.list(@request.spots), character: spots.character,
          pattern_changes: changes, strokes: @bowing.planned.map { _1.stroke.notes }, crossings: }
      end

      # Shape::Layer or nil.
      def shape = @shape ||= (Shape::Layer.new(@problem) if @request.shape)

      def phrases = @problem.phrases.map { phrase(_1) }.freeze

      def reading = Analysis::Reading.of(@tune, @notes, @places.map { @instrument.string_names[_1.string] }, same_bars)
      def crossings = Analysis::Crossings.by_bar(@heads, @grips, @bows.map { _1[:join] == :slur })
      def same_bars = @tune.once(:same_bars) { Analysis::Sameness.bars(@tune) }
      def changes = @changes ||= Analysis::Patterns.changes(@instrument, @notes, @places)
      def changed = @changed ||= changes.to_set(&:index)
      def hand_map = @hand_map ||= Analysis::HandMap.new(@instrument)
      def played = @played ||= @places.zip(@notes.map(&:pitch))

      # Bars in one key after the other.
      def regions = @regions ||= @tune.bars.slice_when { |before, bar| before.key != bar.key }.to_a

      # As played, of some bars.
      def played_in(bars)
        return played if regions.size == 1

        ids = bars.flat_map { |bar| bar.notes.map(&:id) }.to_set
        @notes.each_index.select { ids.include?(@notes[_1].id) }.map { played[_1] }
      end

      def key_changes
        regions.drop(1).map do |bars|
          key = bars.first.key
          { bar: bars.first.number, key: key.name, hand_map: hand_map.for(key, played_in(bars)), hand_fingers: hand_map.fingers(key) }
        end
      end

      def demands = @demands ||= Analysis::Demands.new(@instrument, @sounds, @grips, @bows.map { _1[:join] }, shape: shape&.demands)

      # The hand map of every position the chart uses beyond the first.
      def hand_maps
        names = @places.reject { _1.open? || _1.hand.first? }.map { _1.hand.name }.uniq
        names.to_h { |name| [name, hand_map.for(@tune.key, played, name:)] }
      end

      def phrase(phrase)
        ends = @heads.values_at(phrase.from, phrase.to)
        from, to = ends.map { Score::Fraction.place(_1.bar, _1.count) }
        { from:, to:, notes: ends.map(&:id) }
      end

      def spots
        @spots ||= begin
          finder = trouble_finder
          troubles = @heads.each_index.map { |at| [@heads[at].bar, finder.for(at)] }
          Analysis::Spots.new(@catalogue.drills, had: @request.had, same: same_bars, troubles:)
        end
      end

      def trouble_finder
        heads = changed.map { @notes[_1].head }
        position = @heads.each_with_index.to_h { |head, at| [head.index, at] }
        Analysis::Troubles.new(@heads, @grips, @bows, changes: heads.to_set { position.fetch(_1) }, upper: @instrument.weak_fourth, tempo: @tempo)
      end

      def entries
        @holds = Fingering::Holds.for(@notes, @places)
        @reasons = Fingering::Reasons.new(@instrument, @fingers, pinned_sounds)
        @shifts = Analysis::Shifts.new(lead: @request.shift, slide: @request.slide)
        @prepares = Analysis::Prepares.new(@instrument, @notes, @places, changed)
        @counting = Analysis::Counting.new
        @sounds.each_index.flat_map { |at| sound(at) }
      end

      def pinned_sounds = @sounds.each_index.select { |at| @sounds[at].any? { @pinned[:place].include?(_1.index) } }.to_set

      def sound(at)
        reasons = @reasons.for(at)
        others = @fingers.alternatives(at)
        shift = at.zero? ? nil : @shifts.between(@grips[at - 1], @grips[at], @heads[at], slurred: @bows[at][:join] == :slur)
        @sounds[at].each_with_index.map do |note, part|
          entry(note, at, reasons:, alternatives: others(others, part, @grips[at].parts[part]), shift: part.zero? ? shift : nil)
        end
      end

      def entry(note, at, **marks)
        index = note.index
        place = @places[index]
        Entry.new(note:, place:, count: note.count, say: @counting.for(note), hold_to: @holds[index], check: check(place, note.pitch),
                  graces: graces(at, note), trill: note.trill && Fingering::Trills.place(place, note.trill, @instrument),
                  prepare: @prepares.for(index), pinned: pinned(note), hand: alone[at], demands: demands.per_note[index], shape: shape&.sounds&.at(at),
                  **@bows[at], **facts(note.pitch, note.key), **marks)
      end

      # What the engine would do without the studio's own hand, by sound, where that is something else.
      def alone
        @alone ||= @request.hand ? WithoutHand.new(@problem, @problem.with(@request.copy(hand: nil)), @reasons).words : []
      end

      # Places of the grace notes written before a note.
      def graces(at, note)
        pitches = note.note.graces or return []
        @graces ||= Ornaments::Graces.new(@problem.setting, @request.positions)
        before = at.positive? ? [@heads[at - 1], @grips[at - 1].parts.first] : []
        @graces.places(pitches, note, @places[note.index], *before)
      end

      # What depends on the pitch and the key alone.
      def facts(pitch, key)
        (@facts[key] ||= {})[pitch] ||= { sounding: @instrument.sounding(pitch), ring: Analysis::Rings.ring(@instrument, pitch),
                            targets: Theory::Temperament.targets(pitch, key.tonic) }
      end

      def check(place, pitch)
        @checks.fetch(place) { @checks[place] = Analysis::Checks.for(@instrument, place, pitch) }
      end

      def pinned(note)
        @pinned.filter_map { |what, indices| what if indices.include?(what == :place ? note.index : note.head) }
      end

      # The other places of one note; in a double stop the cheapest pair for each place of this note.
      def others(alternatives, part, place)
        if alternatives.first&.place&.double?
          alternatives = alternatives.uniq { _1.place.parts[part].visible }.reject { _1.place.parts[part].visible == place.visible }
        end
        alternatives.map { |other| Other.new(place: other.place.parts[part], extra: other.extra / 100.0, reason: @reasons.change(other)) }
      end
    end
  end
end
