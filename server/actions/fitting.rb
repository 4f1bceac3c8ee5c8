# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Size, string length and tapes of a pupil's instrument.
    module Fitting
      TEMPERAMENTS = %w[equal pythagorean just].freeze

      # fields: temperament.
      def self.answer(pupil, fields, today)
        subject = Subject.pupil(pupil, today)
        temperament = fields.choice('temperament', TEMPERAMENTS, default: 'equal')
        last = pupil.fits.reverse.find(&:string_mm)
        { pupil: pupil.values.slice(:id, :name, :instrument, :size, :birth_year), fits: pupil.fits.reverse.map(&:to_answer),
          tapes: pupil.tapes.map(&:to_answer), temperament:, lengths: subject.instrument.lengths,
          places: places(subject.instrument, last, temperament), proposals: proposals(pupil, subject), size: size(pupil), due: due(pupil, subject) }
      end

      # Writes one measuring down. What cannot be is refused by the core.
      def self.measure(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        columns = measured(fields, today)
        nothing = columns.values_at(:arm_cm, :string_mm).none? && columns[:size].empty?
        fields.refuse('arm_cm', 'Nothing was measured.', 'Give the arm, the string or the size.') if nothing
        Fawnmoss::Instrument::Sizes.for(FawnmossServer.catalogue.sizes[pupil.instrument], columns[:arm_cm]) if columns[:arm_cm]
        Fawnmoss::Instrument::Tapes.distance(length: columns[:string_mm], semitones: 2) if columns[:string_mm]
        FawnmossServer.db.transaction do
          Models::Fit.create(studio_id: studio.id, pupil_id: pupil.id, **columns)
          pupil.save_if(pupil.lock_version, size: columns[:size]) unless columns[:size].empty? || columns[:size] == pupil.size
        end
        pupil
      end

      def self.measured(fields, today)
        { arm_cm: fields.decimal('arm_cm', 1..200, optional: true), string_mm: fields.decimal('string_mm', 1..3000, optional: true),
          size: fields.text('size', max: 12, default: ''), note: fields.text('note', max: 300, default: ''),
          measured_on: fields.date('measured_on', (today - 3650)..today, default: today) }
      end

      def self.put_on(studio, pupil_id, fields, today)
        pupil = studio.pupil(pupil_id)
        semitones = fields.integer('semitones', 1..12)
        known = FawnmossServer.catalogue.instrument(pupil.instrument).tapes.map { _1['semitones'] }
        fields.refuse('semitones', 'There is no tape there on this instrument.', "Choose #{known.join(', ')}.") unless known.include?(semitones)
        fields.refuse('semitones', 'This tape is on already.', nil) if pupil.tapes.any? { _1.semitones == semitones && _1.taken_off.nil? }
        Models::Tape.create(studio_id: studio.id, pupil_id: pupil.id, semitones:, put_on: fields.date('on', (today - 3650)..today, default: today))
        pupil
      end

      def self.take_off(studio, id, fields, today)
        tape = studio.tape(id)
        tape.update(taken_off: fields.date('on', tape.put_on..today, default: today))
        studio.pupil(tape.pupil_id)
      end

      # The strip to print: { pieces: [{ from:, to:, marks: }], ruler:, length:, ... }, all in mm. params: as in the address.
      def self.strip(pupil, fields, today)
        instrument = Subject.pupil(pupil, today).instrument
        temperament = fields.choice('temperament', TEMPERAMENTS, default: 'equal')
        paper = fields.choice('paper', Fawnmoss::Instrument::Strip::LENGTHS.keys, default: 'A4')
        length = fields.decimal('length', 1..3000, optional: true) || pupil.fits.reverse.find(&:string_mm)&.string_mm&.to_f ||
                 fields.refuse('length', 'The string length is not known yet.', 'Measure it from nut to bridge first.')
        wanted = wanted(fields)
        tapes = Fawnmoss::Instrument::Tapes.for(instrument, length:, temperament:).select { wanted.nil? || wanted.include?(_1[:semitones]) }.map { { **_1, label: label(_1) } }
        pieces = Fawnmoss::Instrument::Strip.pieces(tapes, paper:)
        { name: pupil.name, instrument: pupil.instrument, size: pupil.size, length:, temperament:, paper:, ruler: Fawnmoss::Instrument::Strip::RULER, pieces: pieces.map(&:to_h) }
      end

      # Semitones as in the address, "2,5"; nil for all.
      def self.wanted(fields)
        text = fields.text('tapes', max: 40, default: '')
        return if text.empty?

        text.match?(/\A\d{1,2}(,\d{1,2})*\z/) ? text.split(',').map(&:to_i) : fields.refuse('tapes', 'These are no tapes.', 'Write them like 2,5.')
      end

      def self.label(tape) = "#{tape[:finger]}#{", #{tape[:position]}th position" unless tape[:position] == '1'}"

      # Where each possible tape goes on the string measured last; mm nil while none is.
      def self.places(instrument, last, temperament)
        return Fawnmoss::Instrument::Tapes.for(instrument, length: last.string_mm.to_f, temperament:).map { { **_1, label: label(_1) } } if last

        instrument.tapes.map { |tape| tape.slice('semitones', 'finger', 'position').transform_keys(&:to_sym).then { { **_1, mm: nil, label: label(_1) } } }
      end

      def self.proposals(pupil, subject)
        on = pupil.tapes.select { _1.taken_off.nil? }.to_h { [_1.semitones, _1.put_on] }
        Fawnmoss::Path::TapesOff.list(subject.instrument.tapes, on, states: subject.states, map: subject.map, heard: TakeAnswer.steady(pupil)).map(&:to_h)
      end

      def self.size(pupil)
        arm = pupil.fits.reverse.find(&:arm_cm) or return
        Fawnmoss::Instrument::Sizes.for(FawnmossServer.catalogue.sizes[pupil.instrument], arm.arm_cm.to_f).to_h
      end

      def self.due(pupil, subject)
        subject.attention.fit(pupil.birth_year, pupil.fits.last&.measured_on)&.words
      end
      private_class_method :measured, :wanted, :label, :places, :proposals, :size, :due
    end
  end
end
