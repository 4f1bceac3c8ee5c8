# frozen_string_literal: true

module FawnmossServer
  module Models
    # A tune as the teacher brought it: the text is kept, the notes are read from it whenever they are needed.
    class Tune < Sequel::Model(FawnmossServer.db[:tunes])
      include Locking

      plugin :serialization, :json, :notices

      KEPT = 60 # tunes read last, whose notes are kept as frozen values in this process
      READ = {} # rubocop:disable Style/MutableConstant -- the cache itself; guarded by LOCK
      LOCK = Mutex.new

      # Fawnmoss::Score::Tune. The text was checked when it was added.
      def score
        LOCK.synchronize { READ[[format, text]] } || Fawnmoss::Notation.read(text, format).tap { |read| keep(read) }
      end

      private

      def keep(read)
        LOCK.synchronize do
          READ.shift if READ.size >= KEPT
          READ[[format, text]] = read
        end
      end
    end
  end
end
