# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Recordings: begun, sent in pieces, listened to, shown, thrown away. Who reaches them comes with a holder: a studio, or the card behind a link.
    module Takes
      # takes: dataset of those that may be reached.
      Holder = Struct.new(:takes, :studio, :card, keyword_init: true) do
        def self.of_studio(studio) = new(takes: studio.takes_dataset, studio:, card: nil)

        # What was recorded behind the card's own link, and nothing else.
        def self.of_card(card)
          studio = Models::Studio[card.studio_id] || raise(Missing)
          new(takes: studio.takes_dataset.where(card_id: card.id, kind: 'card'), studio:, card:)
        end

        # Models::Take. Raises Missing.
        def take(id) = (id.to_s.match?(/\A\d{1,18}\z/) && takes.first(id: id.to_i)) || raise(Missing)
      end

      COLUMNS = %i[kind rate source lesson_id asked].freeze

      # A take to which sound will be sent; the one begun already when its key has come before. Raises InvalidInput, for want of consent too.
      def self.begin(holder, fields, today)
        input = holder.card ? Inputs::TakeInput.of_card(fields) : Inputs::TakeInput.read(fields)
        about = about(holder, input)
        allowed(about[:pupil], fields)
        room(holder, about[:pupil], fields)
        known = holder.studio.takes_dataset.where(take_key: input.key, pupil_id: about[:pupil]&.id)
        known.first || (input.stand_in ? stand_in(holder.studio, input, about, fields, today) : create(holder.studio, input, about, today))
      rescue Sequel::UniqueConstraintViolation
        known.first
      end

      # A recording by the stand-in pupil, who is made to play when it is listened to. Nothing that it does is told of a pupil.
      def self.stand_in(studio, input, about, fields, today)
        fields.refuse('stand_in', 'The stand-in pupil does not play in a pupil’s place.', 'Choose an instrument at the top.') if about[:pupil]
        fields.refuse('stand_in', 'There is nothing for the stand-in pupil to play.', nil) if input.kind == 'played'
        asked = { **input.asked, 'stand_in' => rand(1..1_000_000) }
        create(studio, input, about, today, state: 'waiting', wanted_at: Time.now.utc, asked:).tap { Hearing.wake }.refresh
      end

      def self.create(studio, input, about, today, **more)
        Models::Take.create(studio_id: studio.id, take_key: input.key, **input.to_h.slice(*COLUMNS), **about.except(:pupil), pupil_id: about[:pupil]&.id,
                            state: 'coming', made_on: today, created_at: Time.now.utc, ends_on: today + studio.house.days, **more)
      end

      # { pupil:, title:, ... }: what it is of.
      def self.about(holder, input)
        card = holder.card
        return { pupil: card.pupil, card_id: card.id, chart_id: card.chart_id, title: card.title } if card

        lesson = input.lesson_id && holder.studio.lesson(input.lesson_id)
        chart = input.chart_id && holder.studio.chart(input.chart_id)
        return { pupil: chart.pupil, chart_id: chart.id, title: chart.title[0, Cards::TITLE], lesson_id: lesson&.id } if chart

        pupil = input.pupil_id && holder.studio.pupil(input.pupil_id)
        input.asked['instrument'] ||= pupil ? pupil.instrument : 'violin'
        { pupil:, title: input.title[0, Cards::TITLE], lesson_id: lesson&.id }
      end

      # Nothing is recorded of a pupil for whom nobody has allowed it.
      def self.allowed(pupil, fields)
        return if pupil.nil? || pupil.consent

        fields.refuse('consent', "Nobody has allowed recordings of #{pupil.name} yet.", 'Ask a parent first, and write down who said yes.')
      end

      def self.room(holder, pupil, fields)
        sums = { holder.studio.takes_dataset => Models::Take::STUDIO_ROOM }
        sums[Models::Take.where(pupil_id: pupil.id)] = Models::Take::ROOM if pupil
        return if sums.all? { |takes, most| takes.where(sound: true).sum(:bytes).to_i < most }

        fields.refuse('room', 'There is no room for more recordings.', 'Throw some of the old ones away.')
      end

      # The sound of one that the server made itself. To be called in the transaction that keeps what was heard.
      def self.fill(take, wav)
        (0...wav.bytesize).step(Models::Take::PIECE / 2).each_with_index do |from, number|
          take.pieces.insert_ignore.insert(row(take, number, wav.byteslice(from, Models::Take::PIECE / 2)))
        end
        take.this.update(bytes: wav.bytesize)
      end

      # Keeps a piece of its sound; one that came before is passed over. number: from 0; data: bytes. Returns how many have come without a gap.
      def self.piece(take, number, data)
        return { have: take.have } unless take.state == 'coming'

        invalid('There is nothing in this piece of the recording.', 'Send it again.') if data.empty?
        invalid('This piece of the recording is too large.', 'Send smaller ones.') if data.bytesize > Models::Take::PIECE
        invalid('There is no such piece.', nil) unless number.between?(0, MOST)
        keep(take, number, data)
        { have: take.have }
      end
      MOST = 2000 # pieces

      def self.keep(take, number, data)
        FawnmossServer.db.transaction do
          take.lock!
          next if take.pieces.where(number:).any?

          bytes = take.bytes + data.bytesize
          invalid("A recording may have #{Models::Take::BYTES / 1_000_000} MB and no more.", 'Record a part of it.') if bytes > most(take)
          take.pieces.insert(row(take, number, data))
          take.update(bytes:)
        end
      end

      # A piece as the table keeps it: as text, so that a backup has it.
      def self.row(take, number, data) = { take_id: take.id, studio_id: take.studio_id, number:, size: data.bytesize, data: [data].pack('m0') }

      # Bytes that a take may have.
      def self.most(take) = take.rate ? [Models::Take::BYTES, (Fawnmoss::Listening::Wav::SECONDS.end + 1) * take.rate * 2].min : Models::Take::BYTES

      # All of it has been sent: it gets in line. fields: pieces. Raises InvalidInput where some are missing, InvalidTake where it is no recording.
      def self.finish(take, fields)
        return take unless take.state == 'coming'

        pieces = fields.integer('pieces', 1..(MOST + 1))
        have = take.have
        fields.refuse('pieces', "#{pieces - have} of #{pieces} pieces are missing.", 'Send them again.') if have < pieces
        take.this.where(state: 'coming').update(state: 'waiting', wanted_at: Time.now.utc)
        Hearing.wake
        take.refresh
      end

      # Listens again to what could not be listened to, or was put off.
      def self.again(take)
        take.this.where(state: 'refused', sound: true).update(state: 'waiting', trouble: '', remedy: '', progress: 0, wanted_at: Time.now.utc)
        Hearing.wake
        take.refresh
      end

      def self.remove(take)
        take.pieces.delete
        take.delete
      end

      def self.invalid(message, remedy) = raise(Fawnmoss::InvalidInput.new(message, where: { field: 'piece' }, remedy:))
      private_class_method :stand_in, :create, :about, :allowed, :room, :keep, :row, :most, :invalid
    end
  end
end
