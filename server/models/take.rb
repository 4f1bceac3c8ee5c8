# frozen_string_literal: true

module FawnmossServer
  module Models
    # One recording: of a pupil against a chart, a scale or a card, or of a teacher who plays a tune in. Its sound lies apart (take_pieces), and so does what
    # was heard (take_bodies).
    class Take < Sequel::Model(FawnmossServer.db[:takes])
      extend Pointing

      BYTES = 20_000_000
      PIECE = 1_000_000 # bytes sent at once
      ROOM = 400_000_000 # bytes of sound of one pupil
      STUDIO_ROOM = 4_000_000_000 # and of a studio
      WANTED = 10 # seconds after which a page that no longer asks has gone
      NEW = 60 # days that one from home is pointed out
      UNDONE = 7 # days that a recording which broke off is offered

      plugin :serialization, :json, :asked
      points_at :studio
      points_at :pupil
      points_at :chart
      points_at :card

      dataset_module do
        # From home, and no teacher has looked at them yet.
        def unheard = where(source: 'home', seen: false, state: %w[waiting listening heard]).where { made_on > Date.today - NEW }.order(:id)

        # Those for which somebody waits.
        def wanted = where { wanted_at > Time.now.utc - WANTED }
        def waiting = where(state: 'waiting')
      end

      # As Today shows it.
      def brief = { id:, title:, on: made_on.iso8601 }

      def pieces = db[:take_pieces].where(take_id: id)

      # How many pieces have come without a gap.
      def have = pieces.order(:number).select_map(:number).each_with_index.take_while { |number, at| number == at }.size

      # All that has come, as the bytes of a WAV file.
      def wav
        data = pieces.where(number: 0...have).order(:number).select_map(:data).map { _1.unpack1('m') }.join
        rate ? Fawnmoss::Listening::Wav.of_samples(data, rate) : data
      end

      # What it was held against and what was heard, as JSON text; nil before, and after its time.
      def body = db[:take_bodies].where(take_id: id).get(:body)

      # Numbers as of Fawnmoss::Listening::Numbers, with symbol keys.
      def told = numbers && Fawnmoss::Listening::Numbers.read(numbers)

      # The sound and all that is told note by note go; the numbers stay.
      def self.silence(takes)
        ids = takes.select_map(:id)
        ids.each { |id| FawnmossServer.db[:take_pieces].where(take_id: id).delete } # a few large rows each: no statement is long
        FawnmossServer.db[:take_bodies].where(take_id: ids).delete
        where(id: ids).update(sound: false)
      end
    end
  end
end
