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

      # Fawnmoss::Chart::Request. choices: other ones than are kept.
      def request(today, choices = options, pins = []) = subject(today).request(version, choices, pins, part:)

      # What is charted of a Fawnmoss::Score::Tune, its key left out.
      def scored(score)
        part == 'open' ? Fawnmoss::Together::OpenStrings.of(score.up(moved), FawnmossServer.catalogue.instrument(instrument)) : score
      end

      # Charts for which this is the same are of the same notes.
      def notes_of = part == 'open' ? [instrument, moved] : part

      # What it is called.
      def title = part == 'open' ? Fawnmoss::Together::OpenStrings.title(tune.title) : tune.title

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
