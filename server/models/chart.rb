# frozen_string_literal: true

module FawnmossServer
  module Models
    # One tune for one pupil or instrument in one version: the choices and pins; the marks are computed.
    class Chart < Sequel::Model(FawnmossServer.db[:charts])
      include Locking

      plugin :serialization, :json, :options
      many_to_one :tune, class: 'FawnmossServer::Models::Tune'
      many_to_one :pupil, class: 'FawnmossServer::Models::Pupil'
      one_to_many :pins, class: 'FawnmossServer::Models::Pin', order: :id

      # Subject: whom it is for. Worked out once, since a row object lives for one request.
      def subject(today) = @subject ||= pupil ? Subject.pupil(pupil, today, instrument) : Subject.instrument(instrument, Studio[studio_id])

      # Replaces all pins. rows: hashes with note, string, finger, position, direction, join.
      def replace_pins(rows)
        pins_dataset.delete
        Pin.multi_insert(rows.map { |row| { **row.except(:join), join_kind: row[:join], studio_id:, chart_id: id } })
        associations.delete(:pins)
      end
    end
  end
end
