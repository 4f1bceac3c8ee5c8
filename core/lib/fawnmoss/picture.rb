# frozen_string_literal: true

module Fawnmoss
  # Small drawings for what people would rather look at than read, as numbers: where strings, bow and fingers are. The page draws them.
  module Picture
    # What a spec of core/data/pictures.yml may ask for, and who works it out.
    KINDS = { 'levels' => :Levels, 'zones' => :Zones, 'bow' => :Stroke, 'frame' => :Frame }.freeze

    # given: one entry of core/data/pictures.yml; instrument: Instrument::Instrument. Returns a plain hash, :kind and what its kind says, or nil
    # when the instrument has none.
    #   Picture.of({ 'zones' => 'all' }, violin)[:own] # => 3
    def self.of(given, instrument)
      spec = specs(given).find { (_1['instruments'] || [instrument.id]).include?(instrument.id) } or return
      kind = KINDS.keys.find { spec.key?(_1) }
      { kind:, **const_get(KINDS.fetch(kind)).of(spec[kind], instrument) }
    end

    # The entries as they were read, checked. skills, exercises: ids there are. Raises InvalidInput for one that is about nothing or asks for nothing.
    def self.checked(entries, skills:, exercises:)
      { 'skills' => skills, 'exercises' => exercises }.each do |about, ids|
        entries.fetch(about).each do |id, given|
          refuse(id, 'is about nothing there is') unless ids.include?(id)
          refuse(id, "asks for none of #{KINDS.keys.join(', ')}") unless specs(given).all? { |spec| KINDS.keys.one? { spec.key?(_1) } }
        end
      end
      entries.freeze
    end

    # Names of the strings from the left, as the player sees them.
    def self.strings(instrument) = upright?(instrument) ? instrument.string_names.reverse : instrument.string_names

    # Held upright before the player, who sees the strings from behind: cello and bass.
    def self.upright?(instrument) = !instrument.weak_fourth

    def self.specs(given) = given.is_a?(Hash) ? [given] : given
    def self.refuse(id, what) = raise(InvalidInput.new("the picture #{id} #{what}", where: { file: 'pictures.yml' }, remedy: 'Mend the list.'))
    private_class_method :specs, :refuse
  end
end
