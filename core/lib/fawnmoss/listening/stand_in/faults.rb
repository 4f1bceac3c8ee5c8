# frozen_string_literal: true

module Fawnmoss
  module Listening
    module StandIn
      # What the stand-in pupil is to do wrong, as it is written in a file (docs/listening.md lists the kinds).
      class Faults
        # Fields of every kind of fault, with what each may be and what it is when nothing is said.
        NOTE = { note: [0..100_000] }.freeze
        KINDS = {
          'off' => { **NOTE, cents: [-300..300] }, 'wrong' => { **NOTE, semitones: [-24..24] }, 'missing' => { **NOTE, silent: [[true, false], true] },
          'added' => { **NOTE, pitch: [/\A[A-G](#|b)?\d\z/], beats: [0.1..8, 0.5] }, 'stop' => { **NOTE, seconds: [0.1..30] },
          'again' => { **NOTE, from: [0..100_000], seconds: [0..30, 0.6] }, 'slid' => { **NOTE, cents: [-400..400, -90] },
          'loudness' => { **NOTE, db: [-40..12] },
          'finger' => { string: [/\A[A-G]\z/], finger: [0..4], cents: [-300..300] }, 'string' => { string: [/\A[A-G]\z/], cents: [-300..300] }
        }.freeze
        WHOLE = { seed: [0..(2**31), 1], tempo: [20..300], a4: [380..500, 440], drift: [-60..60, 0], uneven: [0..30, 0], vibrato: [0..60, 0],
                  noise: [-90..0, -70], temperament: [Theory::Temperament::NAMES, 'equal'] }.freeze

        # given: plain data as JSON has it; tempo: quarters a minute when none is given; chance: answers a number from 0 to under 1 each time it
        # is called (the caller's, made from the seed). Raises InvalidInput.
        def initialize(given, tempo:, chance: -> { 0.5 })
          refuse('faults', 'is no list of fields', 'Write { "faults": [ ... ] }.') unless given.is_a?(Hash)
          @whole = fields(given.except('faults'), { **WHOLE, tempo: [20..300, tempo] }, 'the faults')
          list = given.fetch('faults', [])
          refuse('faults', 'is no list', 'Write "faults": [ ... ].') unless list.is_a?(Array) && list.all?(Hash)
          @list = list.each_with_index.map { |fault, at| fault(fault, at + 1) }
          @chance = chance
        end

        def of(kind) = @list.select { _1[:kind] == kind }
        def tempo = @whole[:tempo].to_f
        def drift = @whole[:drift]
        def uneven = @whole[:uneven]
        def vibrato = @whole[:vibrato]
        def noise = @whole[:noise]
        def temperament = @whole[:temperament]

        # Cents by which the whole instrument is tuned.
        def tuning = Cents.tuning(@whole[:a4])

        # A number from -1 to 1, by chance.
        def swing = (2 * @chance.call) - 1

        # Cents by which a finger or a string is off, of a note.
        def on(entry, string:)
          of('finger').select { _1[:string] == string && _1[:finger] == entry.place.finger }.sum { _1[:cents] } +
            of('string').select { _1[:string] == string }.sum { _1[:cents] }
        end

        # Raises InvalidInput when a fault names a note that the chart does not have.
        def check(count)
          @list.each_with_index do |fault, at|
            number = [fault[:note], fault[:from]].compact.max || 0
            refuse("faults, #{at + 1}", "there is no note #{number}", "The chart has #{count}, counted from 0.") if number >= count
          end
        end

        private

        def refuse(field, what, remedy) = raise(InvalidInput.new(what, where: { field: }, remedy:))

        def fault(given, number)
          kind = given['kind']
          own = KINDS[kind] or refuse("faults, #{number}", "#{kind.inspect} is not a kind of fault", "Choose one of #{KINDS.keys.join(', ')}.")
          { kind:, **fields(given.except('kind'), own, "faults, #{number}") }
        end

        def fields(given, known, where)
          strange = given.keys.map(&:to_sym) - known.keys
          refuse(where, "#{strange.first} is not known", "What can be said is #{known.keys.join(', ')}.") if strange.any?
          known.to_h { |name, (allowed, usual)| [name, value(given.fetch(name.to_s, usual), allowed, "#{where}, #{name}")] }
        end

        def value(given, allowed, where)
          fits = case allowed
                 when Range then given.is_a?(Numeric) && allowed.cover?(given)
                 when Regexp then given.is_a?(String) && allowed.match?(given)
                 else allowed.include?(given)
                 end
          refuse(where, "#{given.inspect} is not possible", "It may be #{words(allowed)}.") unless fits
          given
        end

        def words(allowed) = allowed.is_a?(Range) ? "#{allowed.begin} to #{allowed.end}" : allowed.inspect
      end
    end
  end
end
