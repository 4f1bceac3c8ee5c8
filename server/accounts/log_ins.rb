# frozen_string_literal: true

require 'browser'

module FawnmossServer
  class Accounts
    # The browsers in which an account is logged in.
    module LogIns
      class << self
        # "Firefox on Linux"; '' of a program that does not say what it is.
        def words(user_agent)
          browser = Browser.new(user_agent.to_s.scrub[0, 500])
          return '' if browser.unknown?

          browser.platform.unknown? ? browser.name : "#{browser.name} on #{browser.platform.name.delete_prefix('Generic ')}"
        end

        # here: what the session of the one who asks is kept under. The last used first.
        def of(account_id, here)
          rows(account_id).reverse(:last_use).map do |row|
            { id: name(row), browser: row[:browser], since: row[:created_at].iso8601, last_use: row[:last_use].iso8601, here: row[:session_id] == here }
          end
        end

        # Ends one, by its name; raises Missing when there is none.
        def end(account_id, name)
          row = rows(account_id).all.find { name(_1) == name } or raise Missing
          rows(account_id).where(session_id: row[:session_id]).delete
        end

        private

        def rows(account_id) = FawnmossServer.db[:account_active_session_keys].where(account_id:)
        def name(row) = Digest::SHA256.hexdigest(row[:session_id])[0, 16]
      end
    end
  end
end
