# frozen_string_literal: true

require 'mail'

module FawnmossServer
  # Letters to those who have an account. A letter is written down in the transaction of what it is about, and sent afterwards by a thread of a server
  # process: tried again while nobody takes it, never sent twice. Where nobody knows whether it was taken (a connection lost at the last word), it is
  # not sent again, and the log says so.
  module Mailing
    # Not taken, this time or (for_good) ever.
    class NotTaken < StandardError
      attr_reader :for_good

      def initialize(message, for_good: false)
        super(message)
        @for_good = for_good
      end
    end

    # It may have been taken.
    class Unsure < StandardError; end

    PAUSES = [60, 300, 1800, 7200, 21_600, 86_400].freeze # seconds before each further try
    LOST = 300 # seconds after which whoever was sending a letter must have died
    KEPT = 30 * 86_400 # seconds that is kept what was sent when, without the letter itself
    LOOK = 20 # seconds between two looks at what is due
    BEHIND = Behind.new(:mailing, every: LOOK) { deliver }

    class << self
      # kind: what it is about, 20 letters; to: an address other than the account's. To be called in the transaction of what it is about.
      def post(account_id, kind, subject, body, to: nil)
        now = Time.now.utc
        address = to || FawnmossServer.db[:accounts].where(id: account_id).get(:email)
        rows.insert(account_id:, kind:, address:, subject:, body:, due_at: now, created_at: now)
        FawnmossServer.db.after_commit { BEHIND.give(:letters) }
      end

      # True when the account had a letter of a kind in so many seconds.
      def lately?(account_id, kind, seconds) = !rows.where(account_id:, kind:).where { created_at > Time.now.utc - seconds }.empty?

      # Sends all that is due. way: has deliver(letter, id), which raises NotTaken or Unsure, and twice?: delivering again does no harm.
      def deliver(way = self.way)
        settle_lost(way)
        while (row = claim)
          send_one(way, row)
        end
        rows.where(state: ['sent', 'unsure', 'given up']).where { created_at < Time.now.utc - KEPT }.delete
      end

      def way
        settings = FawnmossServer.settings
        settings.smtp ? Smtp.new(settings.smtp) : Folder.new(settings.outbox)
      end

      private

      def rows = FawnmossServer.db[:mails]

      # A letter that is due, no other process's any more; nil when there is none.
      def claim
        loop do
          row = rows.where(state: 'waiting').where { due_at <= Time.now.utc }.order(:due_at, :id).first or return
          taken = rows.where(id: row[:id], state: 'waiting').update(state: 'sending', tries: row[:tries] + 1, due_at: Time.now.utc + LOST)
          return row.merge(tries: row[:tries] + 1) if taken == 1
        end
      end

      def send_one(way, row)
        way.deliver(letter(row), row[:id])
        done(row, 'sent')
      rescue NotTaken => e
        pause = PAUSES[row[:tries] - 1] unless e.for_good
        done(row, pause ? 'waiting' : 'given up', e.message, pause)
      rescue Unsure => e
        done(row, 'unsure', e.message)
      end

      def done(row, state, trouble = '', pause = nil)
        gone = state == 'waiting' ? {} : { body: '' }
        rows.where(id: row[:id]).update(state:, trouble: trouble.to_s.scrub[0, 300], due_at: Time.now.utc + pause.to_i, **gone)
        say(row, "#{state}: #{trouble}") unless state == 'sent'
      end

      # Whose sender died.
      def settle_lost(way)
        lost = rows.where(state: 'sending').where { due_at <= Time.now.utc }
        way.twice? ? lost.update(state: 'waiting') : lost.update(state: 'unsure', body: '', trouble: 'The process that sent it ended.')
      end

      def letter(row)
        Mail.new(from: FawnmossServer.settings.mail_from, to: row[:address], subject: row[:subject], body: row[:body], charset: 'UTF-8',
                 message_id: "<#{row[:id]}.#{row[:created_at].to_i}@#{FawnmossServer.settings.mail_from[/[^@>]+(?=>?\z)/]}>")
      end

      # Without the address: the log names nobody.
      def say(row, words)
        Log.say(mail: row[:id], kind: row[:kind], state: words)
      end
    end
  end
end
