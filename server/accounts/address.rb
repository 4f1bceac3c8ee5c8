# frozen_string_literal: true

module FawnmossServer
  class Accounts
    # Another address to log in with holds once the letter to it and the one to the address before are both answered. Nothing tells whether somebody has
    # it already.
    module Address
      DAYS = 3 # in which both letters are to be answered

      SETTINGS = proc do
        enable :verify_login_change
        change_login_route 'api/change-address'
        verify_login_change_route 'api/new-address'
        verify_login_change_deadline_interval(days: DAYS)
        change_login_error_flash 'The address stays as it is'
        change_login_needs_verification_notice_flash 'Two letters with links are on their way, to the new address and to the one before.'
        verify_login_change_error_flash 'This link does not work any more. Ask for the change again.'
        verify_login_change_duplicate_account_error_flash 'Somebody has this address by now. The address stays as it is.'
        verify_login_change_notice_flash 'The new address holds.'
        before_change_login_route { refuse_guessed_password }
        send_verify_login_change_email { |login| write_to_both(login) }
        before_verify_login_change { agree_or_wait }
      end

      # { email:, old:, new:, until: } of a change under way, nil when there is none. old, new: that side has answered.
      def self.under_way(account_id)
        row = FawnmossServer.db[:account_login_change_keys].where(id: account_id).where { deadline > Time.now.utc }.first
        row && { email: row[:login], old: row[:old_agreed], new: row[:new_agreed], until: row[:deadline].iso8601 }
      end

      def self.forget(account_id) = FawnmossServer.db[:account_login_change_keys].where(id: account_id).delete

      private

      # One that somebody has is answered as any other is; its owner reads more in a letter.
      def update_login(login)
        owner = _account_from_login(login)
        owner ? tell_owner(owner[:id]) || true : super
      end

      def write_to_both(login)
        key = verify_login_change_key_value
        { new: login, old: account![login_column] }.each do |side, to|
          letter(:"#{side}_address", to:, link: "#{base_url}/new-address##{token_param_value(key_of(side, key))}", days: DAYS)
        end
      end

      def key_of(side, key) = side == :new ? key : "#{key} of the address before"

      # Whichever side it is of.
      def _account_from_verify_login_change_key(token)
        %i[new old].each do |side|
          found = account_from_key(token, OPEN) do |id|
            @verify_login_change_new_login, key = get_verify_login_change_login_and_key(id)
            key && key_of(side, key)
          end
          return (@side = side) && found if found
        end
        nil
      end

      # Goes on only when the other side has agreed before.
      def agree_or_wait
        verify_login_change_ds.update(@side == :new ? { new_agreed: true } : { old_agreed: true })
        row = verify_login_change_ds.first
        return if row[:new_agreed] && row[:old_agreed]

        set_notice_flash "Good. Now answer the letter to #{row[:new_agreed] ? 'the address before' : 'the new address'}; then the change holds."
        return_json_response
      end
    end
  end
end
