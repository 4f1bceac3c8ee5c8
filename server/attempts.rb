# frozen_string_literal: true

require 'rack/attack'
require 'sequel'

module FawnmossServer
  # How often a source may try what can be guessed or costs much. Counted in the database, so that it holds for all server processes and
  # machines; what is counted is kept under a digest until its time is over.
  module Attempts
    MINUTES = 60

    # What Rack::Attack keeps its counts in.
    class Store
      NOW = Sequel.lit('UTC_TIMESTAMP()')
      TIDY = 200 # writes between two times that old rows are taken away

      def read(name) = rows.where(name: digest(name)).where(Sequel[:expires_at] > NOW).get(:value)

      def write(name, value, expires_in:)
        rows.on_duplicate_key_update(:value, :expires_at).insert(name: digest(name), value: value.to_s, expires_at: Time.now.utc + expires_in.to_i)
        tidy
      end

      # Counts on; afresh when the time of the count before is over.
      def increment(name, amount, expires_in:)
        fresh = Sequel.lit('IF(expires_at > UTC_TIMESTAMP(), value + VALUES(value), VALUES(value))')
        rows.on_duplicate_key_update(value: fresh, expires_at: Sequel.lit('VALUES(expires_at)'))
            .insert(name: digest(name), value: amount.to_s, expires_at: Time.now.utc + expires_in.to_i)
        tidy
        read(name).to_i
      end

      def delete(name) = rows.where(name: digest(name)).delete

      private

      def rows = FawnmossServer.db[:attempts]
      def digest(name) = Digest::SHA256.hexdigest(name)

      def tidy
        @writes = (@writes || 0) + 1
        rows.where(Sequel[:expires_at] < NOW).limit(500).delete if (@writes % TIDY).zero?
      end
    end

    # Wrong passwords, the new ones of a log-in or the present one of a change: so many in so long, then none for as long.
    WRONG = { findtime: 15 * MINUTES, bantime: 15 * MINUTES }.freeze
    LIMITS = { wrong_passwords: 5, wrong_of_source: 40, sign_ups: 10, forgotten: 10, links: 600, feeds: 60, pdfs: 40, imports: 300 }.freeze

    class << self
      # Names of what a log-in may be counted under. A browser that this account has logged in with before is counted by itself: whoever
      # guesses elsewhere cannot keep its owner out.
      def of_login(request, email, account_id)
        known = Known.of(request, account_id)
        return { "known #{known}" => limit(:wrong_passwords) * 2 } if known

        { "login #{email.to_s.downcase} from #{request.ip}" => limit(:wrong_passwords), "log-ins from #{request.ip}" => limit(:wrong_of_source) }
      end

      def of_password(account_id) = { "password of #{account_id}" => limit(:wrong_passwords) }

      def banned?(names) = names.keys.any? { Rack::Attack::Fail2Ban.banned?(_1) }
      def wrong(names) = names.each { |name, most| Rack::Attack::Fail2Ban.filter(name, maxretry: most, **WRONG) { true } }

      def limit(name) = FawnmossServer.settings.limits.fetch(name)
    end
  end
end
