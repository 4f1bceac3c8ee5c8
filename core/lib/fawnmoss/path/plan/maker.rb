# frozen_string_literal: true

module Fawnmoss
  module Path
    module Plan
      # What those who think of things for a lesson share. The points are ours: promised work 60, pain 100, a look that is due 20 and up
      # to 30 for being late (12 and up to 8 when secure), one before its time 5, a tune's spots 30 and playing it 25, new things 35 and 22,
      # in first lessons each strand and the music 30, a step ahead 12.
      class Maker
        POINTS = { promised: 60, pain: 100, review: 20, secure: 12, early: 5, failed: 10, spots: 30, tune: 25, new: [35, 22, 15, 10],
                   sound: 24, scale: 24, warm_up: 20, card: 20, rest: 25, free: 2, first: 30, ahead: 12 }.freeze
        LONG = 60 # minutes; from then on some things take longer, with a rest for every three quarters of an hour
        STRETCHED = %w[scale spots new tune].freeze

        # situation: Situation.
        def initialize(situation)
          @at = situation
          @map = situation.map
          @states = situation.states
          @promised = situation.promises.group_by { [_1.kind, _1.ref] }.transform_values(&:first)
        end

        private

        # times: least, usual and most minutes.
        def candidate(id, kind, title, times, reasons: [], words: nil, **more)
          least, usual, most = times
          stretch = STRETCHED.include?(kind) && @at.minutes > LONG ? @at.minutes / LONG.to_r : 1
          Candidate.new(id:, kind:, title:, least:, usual: (usual * stretch).to_i, most: (most * stretch).to_i,
                        reasons:, words:, must: false, after: [], also: [], **more)
        end

        # A candidate about a skill, with all that is known of it.
        def skilled(kind, skill, times, reasons, **more)
          candidate(ItemId.text(kind, skill.id), kind, skill.name, times, reasons: [@promised[['skill', skill.id]]&.words, *reasons].compact,
                                                                    skill: skill.id, words: skill.task, scale: skill.scale,
                                                                    **skill.to_h.slice(:line, :checks, :caution, :say), **more)
        end

        def promise_points(kind, ref) = @promised.key?([kind, ref]) ? POINTS[:promised] : 0

        def asked = @at.asked
        def dropped_skill?(id) = !@at.wishes.dropped_skill(id).nil?
        def added?(skill) = @at.wishes.added.include?(skill.id)
      end
    end
  end
end
