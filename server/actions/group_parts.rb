# frozen_string_literal: true

module FawnmossServer
  module Actions
    # A tune in one key for all pupils of a group, each with a part of their own.
    class GroupParts
      NONE = { keys: [], key: nil, parts: [] }.freeze # while no tune is chosen, or no key suits all
      SIMPLE = { 'version' => 'simple', 'part' => 'tune' }.freeze

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

        found = apart { keys.any? ? { keys: keys.map(&:key), key: chosen.key, watch: } : nil } or return NONE
        { **found.slice(:keys, :key), parts: found[:watch].map { shown(_1) } }
      end

      # Id of the pupil's chart of the part in that key. Raises InvalidInput when no key suits all.
      def chart(pupil)
        fields = { 'tune_id' => @tune.id, 'pupil_id' => pupil.id, **kind(pupil), 'transpose' => moves.fetch(pupil.id).to_plain }
        row = Charts.found(@studio, Inputs::Fields.new(fields), @today)
        row.update(options: row.options.copy(transpose: moves[pupil.id])) unless row.moved == moves[pupil.id]
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

      # { pupil id => Interval from the tune as written to the key for all }.
      def moves
        @moves ||= apart { keys.any? ? intervals : nil } ||
                   raise(Fawnmoss::InvalidInput.new('No key suits all of them.', where: { field: 'tune_id' }, remedy: 'Choose another tune.'))
      end

      # Who plays the tune itself decides on the key; open strings go with any.
      def players = @players ||= @pupils.reject { kind(_1)['part'] == 'open' }

      # Practice::FriendlyKeys::Ranked list.
      def keys = @keys ||= ranked(Fawnmoss::Practice::FriendlyKeys.new(@tune.score, FawnmossServer.catalogue))

      def ranked(ways)
        return ways.on_open_strings(@pupils.map { subjects[_1.id].instrument }) if players.empty?

        ways.for_group(players.map { subjects[_1.id].request(kind(_1)['version']) })
      end

      def chosen = keys.find { _1.key == @wishes['key'] } || keys.first

      def intervals
        own = players.map(&:id).zip(chosen.interval).to_h # open strings keep the tune's own octave
        @pupils.to_h { [_1.id, own[_1.id] || chosen.interval.first.within_octave] }
      end

      # Fawnmoss::Practice::Watch::Part list.
      def watch
        charts = @pupils.to_h do |pupil|
          subject = subjects[pupil.id]
          choices = Fawnmoss::Chart::Choices.new(transpose: intervals[pupil.id])
          [pupil.id, subject.solve(@tune.score, subject.request(kind(pupil)['version'], choices, part: kind(pupil)['part']))]
        end
        Fawnmoss::Practice::Watch.list(charts)
      end

      def shown(part)
        pupil = @pupils.find { _1.id == part.id }
        { pupil_id: pupil.id, **pupil.values.slice(:name, :instrument), **kind(pupil).transform_keys(&:to_sym), **part.to_h.slice(:shifts, :crossings, :words) }
      end
    end
  end
end
