# frozen_string_literal: true

require 'tzinfo'

module FawnmossServer
  module Actions
    # What belongs to the studio as a whole: name, the numbers of the rules, the time zone, the school of bowing.
    module Settings
      BOWINGS = Fawnmoss::Chart::Checked::CHOICES.fetch('bowing')

      def self.answer(studio)
        { id: studio.id, name: studio.name, bowing: studio.bowing, time_zone: studio.time_zone, time_zones: TZInfo::Timezone.all_identifiers,
          changed: studio.rules || {},
          listening: { **studio.house.to_h, stages: studio.map('violin', %w[french 1-2-4]).skills.map(&:stage).uniq,
                       temperaments: Fawnmoss::Theory::Temperament::NAMES, changed: studio.house.changes.keys },
          rules: Fawnmoss::Path::Rules::RANGES.map { |name, range| rule(studio, name, range) } }
      end

      def self.rule(studio, name, range)
        { name:, value: studio.ruleset[name], usual: Fawnmoss::Path::Rules::DEFAULTS[name], least: range.min, most: range.max }
      end

      def self.save(studio, fields)
        changes = {}
        changes[:name] = fields.text('name', min: 1, max: 120) if fields.given?('name')
        changes[:time_zone] = zone(fields) if fields.given?('time_zone')
        changes[:bowing] = fields.choice('bowing', BOWINGS, optional: true) if fields.given?('bowing')
        changes[:rules] = rules(fields) if fields.given?('rules')
        changes[:listening] = house(fields.object('listening')).changes if fields.object('listening')
        studio.update(changes) if changes.any?
        answer(studio.anew)
      end

      def self.zone(fields)
        name = fields.text('time_zone', max: 64)
        return name if TZInfo::Timezone.all_identifiers.include?(name)

        fields.refuse('time_zone', 'This time zone is not known.', 'Choose one from the list, such as Europe/Berlin.')
      end

      # Fawnmoss::Listening::House of what is given.
      def self.house(fields)
        Fawnmoss::Listening::House.build(Fawnmoss::Listening::House::USUAL.keys.to_h { |name| [name, fields.raw(name)] }.compact)
      end

      # Only what differs from the usual numbers is kept, so that a better default reaches everybody else.
      def self.rules(fields)
        given = fields.list('rules', max: 20).to_h { |rule| [rule.text('name', max: 30), rule.raw('value')] }
        Fawnmoss::Path::Rules.build(given)
        given.reject { |name, value| Fawnmoss::Path::Rules::DEFAULTS[name] == value }
      end
      private_class_method :rule, :zone, :rules, :house
    end
  end
end
