# frozen_string_literal: true

module FawnmossServer
  module Models
    # Something promised or carried over for the pupil's next lesson.
    class Promise < Sequel::Model(FawnmossServer.db[:promises])
      def to_value
        about = { 'tune' => ref.to_i, 'own' => id.to_s }.fetch(kind, ref)
        Fawnmoss::Path::Plan::Promise.new(kind:, ref: about, title:, on: made_on, why:)
      end

      def to_answer = { id:, kind:, ref:, title:, why:, on: made_on.iso8601 }
    end
  end
end
