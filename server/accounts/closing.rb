# frozen_string_literal: true

module FawnmossServer
  class Accounts
    # A closed account waits for thirty days until it is erased (Endings); whoever logs in meanwhile has it back as it was.
    module Closing
      SETTINGS = proc do
        enable :close_account
        close_account_route 'api/close-account'
        close_account_error_flash 'The studio stays open'
        close_account_notice_flash 'The studio is closed.'
        before_close_account_route { refuse_guessed_password }
        before_close_account { @closing = true }
        after_close_account { close_for_a_while }
      end

      # Closed ones too: to log in opens them again.
      def open_account? = super || account[:status_id] == CLOSED

      # The second step of a log-in outlasts a closing, which may be taken back.
      def two_factor_remove = @closing || super

      private

      # Closed ones are found as long as they are not erased.
      def _account_from_login(login)
        super || account_table_ds.where(login_column => login, account_status_column => CLOSED).first
      end

      def account_from_key(token, status = nil, &) = super(token, status == OPEN ? [OPEN, CLOSED] : status, &)
      def account_session_status_filter = { account_status_column => [OPEN, CLOSED] }

      def close_for_a_while
        erase_at = Time.now.utc + Endings::GRACE
        update_account(erase_at:)
        letter(:closed, day: erase_at.strftime('%-d %B %Y'))
      end

      # An account that was closed is as it was before.
      def open_again
        return unless account[:status_id] == CLOSED

        update_account(account_status_column => OPEN, erase_at: nil)
        letter(:opened_again)
      end
    end
  end
end
