# frozen_string_literal: true

module Fawnmoss
  module Listening
    # What stays of a take when its sound is gone, as plain data: what proposals, the weeks and the spots of the next lesson are made from.
    class Numbers
      FEWEST = 2 # notes of a skill that say something
      EAR = /\A(left|pattern|position|shift|rhythm)\b/ # skills that a take can tell about: where the fingers stand, and when
      TIME = 'rhythm.'

      KEYS = %i[clean whole tempo tuning notes tuned wrong missing added stops again slid rings fingers skills bars].freeze

      # Of JSON text as it was kept: with symbol keys; nil when it is not that.
      def self.read(text)
        plain = JSON.parse(text, symbolize_names: true)
        plain if plain.is_a?(Hash) && KEYS.all? { plain.key?(_1) }
      rescue JSON::ParserError
        nil
      end

      # heard: Heard. See to_h.
      def self.of(heard) = new(heard).to_h

      def initialize(heard)
        @heard = heard
        @notes = heard.notes
        @judged = @notes.select(&:judged?)
      end

      # clean: true or false; whole: the whole tune was played
      # tempo: { asked:, played:, drift:, steadiness: }; tuning: cents
      # notes, tuned, wrong, missing, added, stops, again, slid: how many
      # rings: [how many rang, how many would]
      # fingers: as Heard#fingers
      # skills: { skill id => { right:, notes:, off:, cents: } }: off is the middle of how far its notes lay beside their aims, cents that of where
      # bars: { number as text => { cause => how often } }
      def to_h
        { clean: @heard.clean?, whole: @heard.whole?, tempo: { asked: @heard.chart.tempo, **@heard.tempo.to_h }, tuning: @heard.tuning.round(1), **counts,
          fingers: @heard.fingers, skills:, bars: HeardSpots.causes(@heard).transform_keys(&:to_s) }
      end

      private

      def counts
        would = @judged.reject { _1.rings.nil? }
        { notes: @judged.size, tuned: @judged.count { _1.verdict == 'in tune' }, wrong: @notes.count(&:wrong?), missing: @notes.count(&:missing?),
          added: @heard.added.size, stops: @heard.stops.size, again: @heard.repeated.size, slid: @judged.count { _1.start == 'slid' },
          rings: [would.count(&:rings), would.size] }
      end

      def skills
        told = @notes.select { _1.judged? || _1.missing? }
        ids = told.flat_map { _1.entry.demands }.uniq.grep(EAR)
        asking = ids.to_h { |id| [id, told.select { _1.entry.demands.include?(id) }] }
        asking.select { |_, notes| notes.size >= FEWEST }.to_h { |id, notes| [id, skill(id, notes)] }
      end

      def skill(id, notes)
        cents = notes.reject { _1.missing? || _1.wrong? }.filter_map(&:cents)
        { right: notes.count { id.start_with?(TIME) ? in_time?(_1) : _1.verdict == 'in tune' }, notes: notes.size,
          off: Middle.of(cents.map(&:abs))&.round(1), cents: Middle.of(cents)&.round(1) }
      end

      def in_time?(note) = !note.missing? && !late?(note) && !stopped.include?(note.index)
      def late?(note) = !note.late.nil? && note.late.abs > HeardSpots::LATE
      def stopped = @stopped ||= @heard.stops.to_set { _1[:before] }
    end
  end
end
