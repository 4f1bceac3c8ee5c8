# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What somebody sees of the own account.
    module AccountAnswer
      # auth: Rodauth of the request.
      def self.of(studio, auth)
        account = FawnmossServer.db[:accounts].first(id: studio.account_id)
        { email: account[:email], change: Accounts::Address.under_way(account[:id]), second: Accounts::Second.of(account[:id]),
          log_ins: Accounts::LogIns.of(account[:id], auth.session_kept_as) }
      end
    end
  end
end
