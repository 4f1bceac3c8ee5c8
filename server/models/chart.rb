# frozen_string_literal: true

module FawnmossServer
  module Models
    # One tune, or a part that goes with it, for one pupil or instrument in one version: the choices (options, Fawnmoss::Chart::Choices) and pins;
    # the marks are computed.
    # hand: the Fawnmoss::Learning::Hand that was in force when the pins were last changed.
    class Chart < Sequel::Model(FawnmossServer.db[:charts])
      extend Pointing
      include Locking

      plugin :serialization
      serialize_attributes [->(choices) { JSON.generate(choices.to_plain) }, ->(text) { Fawnmoss::Chart::Choices.from_plain(JSON.parse(text)) }], :options
      serialize_attributes [->(hand) { JSON.generate(hand.to_h) }, ->(text) { Fawnmoss::Learning::Hand.from_h(JSON.parse(text)) }], :hand
      points_at :tune
      points_at :pupil
      one_to_many :pins, class: 'FawnmossServer::Models::Pin', order: :id

      # Subject: whom it is for. Worked out once, since a row object lives for one request.
      def subject(today) = @subject ||= pupil ? Subject.pupil(pupil, today, instrument) : Subject.instrument(instrument, Studio[studio_id])

      # Fawnmoss::Chart::Request. choices: other ones than are kept. The chords under a part are the tune's.
      def request(today, choices = options, pins = [])
        subject(today).request(version, choices.copy(wish: choices.wish&.copy(chords: tune.chords_set)), pins, part:)
      end

      # What is charted of a Fawnmoss::Score::Tune; of the tune itself its key left out. Raises InvalidInput where there is no such part.
      def scored(score, today) = part == 'tune' ? score : request(today).score(score, FawnmossServer.catalogue)

      # Charts for which this is the same are of the same notes.
      def notes_of = { 'tune' => part, 'printed' => part, 'open' => [instrument, moved] }.fetch(part, id)

      # Its place in a score: the tune itself first, then from high instruments to low ones.
      def in_score = [part == 'tune' ? 0 : 1, Fawnmoss::Catalogue::INSTRUMENTS.index(instrument), id]

      # What it is called.
      def title = part == 'tune' ? tune.title : Fawnmoss::Together::Part.title(tune.title, part)

      # Fawnmoss::Chart::Pin list, in the order in which they were set.
      def marks = pins.map(&:to_value)

      # What went wrong in the last takes of it, as of Actions::TakeAnswer.bars.
      def heard_bars = @heard_bars ||= pupil_id ? Actions::TakeAnswer.bars(self) : []

      def moved = options.transpose || Fawnmoss::Theory::Interval.octaves(0)

      # Replaces all pins. marks: Fawnmoss::Chart::Pin list.
      def replace_pins(marks)
        pins_dataset.delete
        Pin.multi_insert(marks.map { |pin| { **Pin.columns_of(pin), studio_id:, chart_id: id } })
        associations.delete(:pins)
      end
    end
  end
end
