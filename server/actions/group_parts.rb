# frozen_string_literal: true

module FawnmossServer
  module Actions
    # A tune in one key for all pupils of a group, each with a part of their own.
    class GroupParts
      NONE = { keys: [], key: nil, parts: [] }.freeze # while no tune is chosen, or no key suits all
      SIMPLE = { 'version' => 'simple', 'part' => 'tune' }.freeze
      ON_OPEN_STRINGS = { 'version' => 'simple', 'part' => 'open' }.freeze

      # wishes: as of GroupLessons; pupils: with their studio at hand.
      def initialize(tune, pupils, wishes, today)
        @tune = tune
        @pupils = pupils
        @wishes = wishes
        @today = today
        @studio = pupils.first&.studio
      end

      # { keys: names, the friendliest first, key:, parts: [{ pupil_id:, name:, instrument:, version:, part:, shifts:, crossings:, words: }], the bass first }.
      def answer
        return NONE if @pupils.empty?

        found = apart { keys.any? ? { keys: keys.map(&:key), key: chosen.key, watch:, none: } : nil } or return NONE
        { **found.slice(:keys, :key), parts: found[:watch].map { shown(_1, found[:none][_1.id]) } }
      end

      # Id of the pupil's chart of the part in that key. Raises InvalidInput when no key suits all.
      def chart(pupil)
        fields = { 'tune_id' => @tune.id, 'pupil_id' => pupil.id, **settled[:played].fetch(pupil.id), 'transpose' => settled[:moves].fetch(pupil.id).to_plain }
        row = Charts.found(@studio, Inputs::Fields.new(fields), @today)
        move = settled[:moves][pupil.id]
        row.update(options: row.options.copy(transpose: move)) unless row.moved == move
        row.id
      end

      private

      # What a pupil is to play.
      def kind(pupil) = @wishes['parts'].find { _1['pupil_id'] == pupil.id }&.slice('version', 'part') || SIMPLE
      def subjects = @subjects ||= @pupils.to_h { |pupil| [pupil.id, Subject.pupil(pupil, @today)] }

      # Runs the block apart, with all read that it looks at.
      def apart(&)
        @tune.charted
        subjects.each_value(&:ready)
        Apart.run(:tries, @studio.id, &)
      end

      # By pupil id: { moves: Interval from the tune as written to the key for all, played: what the pupil is given, as of played }.
      def settled
        @settled ||= apart { keys.any? ? { moves: intervals, played: @pupils.to_h { [_1.id, played(_1)] } } : nil } ||
                     raise(Fawnmoss::InvalidInput.new('No key suits all of them.', where: { field: 'tune_id' }, remedy: 'Choose another tune.'))
      end

      # The same where it can be made for the pupil, else open strings.
      def played(pupil) = wish(pupil).is_a?(Fawnmoss::InvalidInput) ? ON_OPEN_STRINGS : kind(pupil)

      # Fawnmoss::Together::Wish of a pupil's part, nil where it needs none, or the InvalidInput that says why there is none.
      def wish(pupil)
        return if Fawnmoss::Chart::Scored::PLAIN.include?(kind(pupil)['part'])

        (@made ||= {})[pupil.id] ||= begin
          Parts.wish(@tune.score, subjects[pupil.id], kind(pupil).transform_keys(&:to_sym), intervals[pupil.id], @tune.chords_set)
        rescue Fawnmoss::InvalidInput => e
          e
        end
      end

      # Who plays the tune itself decides on the key; a part goes with any.
      def players = @players ||= @pupils.select { kind(_1)['part'] == 'tune' }

      # Practice::FriendlyKeys::Ranked list.
      def keys = @keys ||= ranked(Fawnmoss::Practice::FriendlyKeys.new(@tune.score, FawnmossServer.catalogue))

      def ranked(ways)
        return ways.on_open_strings(@pupils.map { subjects[_1.id].instrument }) if players.empty?

        ways.for_group(players.map { subjects[_1.id].request(kind(_1)['version']) })
      end

      def chosen = keys.find { _1.key == @wishes['key'] } || keys.first

      def intervals
        own = players.map(&:id).zip(chosen.interval).to_h # open strings keep the tune's own octave
        @pupils.to_h { [_1.id, own[_1.id] || beside(_1)] }
      end

      # Open strings keep the tune's own octave; another part goes with who plays the tune.
      def beside(pupil) = kind(pupil)['part'] == 'open' || players.empty? ? chosen.interval.first.within_octave : chosen.interval.first

      # Fawnmoss::Practice::Watch::Part list.
      def watch
        charts = @pupils.to_h do |pupil|
          subject = subjects[pupil.id]
          own = wish(pupil)
          choices = Fawnmoss::Chart::Choices.new(transpose: intervals[pupil.id], wish: (own unless own.is_a?(Fawnmoss::InvalidInput)))
          [pupil.id, subject.solve(@tune.score, subject.request(played(pupil)['version'], choices, part: played(pupil)['part']))]
        end
        Fawnmoss::Practice::Watch.list(charts)
      end

      # why: a sentence where another part than the wished one is given, or nil.
      def shown(part, why)
        pupil = @pupils.find { _1.id == part.id }
        { pupil_id: pupil.id, **pupil.values.slice(:name, :instrument), **kind(pupil).transform_keys(&:to_sym), **part.to_h.slice(:shifts, :crossings),
          words: [*why, part.words].join(' ') }
      end

      # { pupil id => why there is no such part as is wished }.
      def none
        refused = @pupils.to_h { [_1.id, wish(_1)] }.select { |_, own| own.is_a?(Fawnmoss::InvalidInput) }
        refused.transform_values { |error| "#{error.message.sub(/\A./, &:upcase)}; open strings instead." }
      end
    end
  end
end
