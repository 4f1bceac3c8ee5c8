# frozen_string_literal: true

module FawnmossServer
  module Inputs
    # What a teacher writes about a skill.
    module SkillInput
      AREAS = ['body', 'bow hand', 'sound', 'rhythm', 'left hand', 'pattern', 'scale', 'tune', 'bow craft', 'position'].freeze
      ID = /\A[a-z0-9.-]{1,60}\z/
      SHORT = /\A[^[:cntrl:]]{1,200}\z/

      # Words given, by name; nil for those to be as shipped.
      def self.texts(fields)
        found = {}
        found['name'] = fields.text('name', min: 1, max: 80) if fields.given?('name')
        found['task'] = fields.text('task', min: 1, max: 800) if fields.given?('task')
        found['say'] = fields.text('say', max: 200) if fields.given?('say')
        found['caution'] = fields.text('caution', max: 300) if fields.given?('caution')
        found['checks'] = fields.words('checks', SHORT, max: 6) if fields.given?('checks')
        found['faults'] = faults(fields) if fields.given?('faults')
        found['needs'] = fields.words('needs', ID, max: 10).uniq if fields.given?('needs')
        found
      end

      def self.faults(fields)
        fields.list('faults', max: 6).map { |one| { 'fault' => one.text('fault', min: 1, max: 120), 'remedy' => one.text('remedy', min: 1, max: 400) } }
      end

      # A whole skill of the studio's own, as it is kept. known: ids that it may rest on.
      def self.own(fields, known)
        needs = fields.words('needs', ID, max: 10)
        strange = needs - known
        fields.refuse('needs', "There is no skill #{strange.first}.", 'Choose from the path.') if strange.any?
        texts = texts(fields)
        %w[name task checks].each { |name| fields.refuse(name, 'This must not be empty.', 'Type something.') if texts[name].nil? || texts[name].empty? }
        optional = %w[caution say].to_h { |name| [name, texts[name].to_s.empty? ? nil : texts[name]] }
        { **texts, 'faults' => texts['faults'] || [], **optional, 'needs' => needs, **place(fields) }
      end

      # Where a skill belongs, and for whom it is.
      def self.place(fields)
        instruments = fields.words('instruments', /\A(violin|viola|cello|bass)\z/, max: 4)
        { 'area' => fields.choice('area', AREAS), 'stage' => fields.text('stage', min: 1, max: 30), 'days' => fields.integer('days', 1..90, default: 7),
          'tempo' => fields.tempo('tempo'), 'instruments' => instruments.empty? ? Fawnmoss::Catalogue::INSTRUMENTS : instruments }
      end
      private_class_method :faults, :place
    end
  end
end
