# frozen_string_literal: true

module FawnmossServer
  module Actions
    # What somebody sees of the own account.
    module AccountAnswer
      # Where somebody works now, and could. seat: Seat.
      def self.session(seat, account_id)
        { studio: { id: seat.studio.id, name: seat.studio.name }, owner: seat.owner?, studios: Seat.all(account_id),
sizes: FawnmossServer.catalogue.size_names }
      end

      # auth: Rodauth of the request.
      def self.of(account_id, auth)
        { email: FawnmossServer.db[:accounts].where(id: account_id).get(:email), change: Accounts::Address.under_way(account_id),
          second: Accounts::Second.of(account_id), log_ins: Accounts::LogIns.of(account_id, auth.session_kept_as) }
      end
    end
  end
end
