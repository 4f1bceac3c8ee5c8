# frozen_string_literal: true

module Fawnmoss
  module Listening
    # Marks that a take would give, for the teacher to take or leave: of the skills that its chart asks for and the ear can judge, and of the tune. What
    # cannot be heard (bow hold, posture, help given) is never proposed.
    module Proposals
      # A mark with its reason. skill: id, nil for the tune; value: 0..3 (Path::Mark); words: sentence.
      Proposal = Value.of(:skill, :value, :words)

      FEWEST = 4 # notes that a mark can rest on
      GOOD = 0.8 # of them right: it goes, alone and slow
      SURE = 0.9 # and of two takes in a row, at tempo: alone, at tempo, twice in a row
      HALF = 0.5
      KEPT = Advice::KEPT

      # now: as of Numbers.read; last: those of the take of the same chart before it, or nil. Returns Proposal list.
      def self.of(now, last = nil)
        tune = tune(now, last)
        skills = now[:skills].select { |_, found| found[:notes] >= FEWEST }.map { |id, found| skill(id.to_s, found, now, last) }
        [tune, *skills].compact
      end

      def self.skill(id, found, now, last)
        again = last && last[:skills][id.to_sym]
        value = value(share(found), at_tempo?(now) && !again.nil? && at_tempo?(last) && share(again) >= SURE)
        Proposal.new(skill: id, value:, words: sentence(right(id, found), beside(id, found), speed(now)))
      end

      def self.value(share, twice)
        if share >= SURE && twice then 3
        elsif share >= GOOD then 2
        else share >= HALF ? 1 : 0
        end
      end

      # The whole tune only: a part of it says little about the tune.
      def self.tune(now, last)
        return unless now[:whole]

        twice = now[:clean] && at_tempo?(now) && last && last[:clean] && at_tempo?(last)
        slips = now.values_at(:wrong, :missing, :added, :stops, :again).sum
        value = if now[:clean] then twice ? 3 : 2
                else slips * 10 <= now[:notes] ? 1 : 0
                end
        Proposal.new(skill: nil, value:, words: sentence(now[:clean] ? 'Clean' : slips(now), speed(now), ('so was the take before' if twice)))
      end

      def self.sentence(*parts) = "#{parts.compact.join(', ')}."

      def self.slips(now)
        names = { stops: 'stop', wrong: 'wrong note', missing: 'note left out', added: 'note put in', again: 'part played again' }
        told = names.filter_map { |name, words| now[name].positive? && "#{now[name]} #{now[name] == 1 ? words : words.sub(/\A(\w+ note|\w+)/) { plural(_1) }}" }
        told.join(', ')
      end

      def self.plural(words) = "#{words}s"
      def self.right(id, found) = "#{found[:right]} of #{found[:notes]} notes #{id.start_with?(Numbers::TIME) ? 'in time' : 'in tune'}"

      # How the fingers lie as a whole, where that is worth a word.
      def self.beside(id, found)
        return if id.start_with?(Numbers::TIME) || found[:cents].nil? || found[:cents].abs < Heard::TUNED

        "#{found[:cents].abs.round} cents #{found[:cents].negative? ? 'low' : 'high'} as a rule"
      end

      def self.speed(now) = now[:tempo][:played] && "at #{now[:tempo][:played].round} of #{now[:tempo][:asked]}"
      def self.share(found) = found[:right].fdiv(found[:notes])
      def self.at_tempo?(now) = !now[:tempo][:played].nil? && now[:tempo][:played] >= KEPT * now[:tempo][:asked]
      private_class_method :sentence, :skill, :value, :tune, :slips, :plural, :right, :beside, :speed, :share, :at_tempo?
    end
  end
end
