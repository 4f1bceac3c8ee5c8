# frozen_string_literal: true

module FawnmossServer
  module Models
    # A tune as the teacher brought it: the text is kept, the notes are read from it whenever they are needed.
    class Tune < Sequel::Model(FawnmossServer.db[:tunes])
      include Locking

      plugin :serialization, :json, :notices

      # Fawnmoss::Score::Tune. The text was checked when it was added.
      def score = Fawnmoss::Notation.read(text, format)
    end
  end
end
