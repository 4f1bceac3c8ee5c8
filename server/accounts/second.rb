# frozen_string_literal: true

module FawnmossServer
  class Accounts
    # A second step at log-in, for who wants one: a code that a telephone shows, or a passkey; and codes on paper for when those are lost.
    module Second
      PAPER = 8 # codes on paper
      LETTERS = [*'a'..'z', *'2'..'9'] - %w[i l o] # of which those are made: nothing that is read as something else
      WORD = 5 # of them in each half of a code

      NEVER = 1_000_000 # wrong codes that lock: guesses are counted by source, like those at passwords, so that no stranger locks anybody out

      WORDS = proc do
        otp_auth_error_flash 'Not let in'
        otp_invalid_auth_code_message 'this code is wrong, or was used a moment ago; take the one shown now'
        otp_setup_error_flash 'Nothing is changed'
        otp_disable_error_flash 'Nothing is changed'
        invalid_recovery_code_error_flash 'Not let in'
        invalid_recovery_code_message 'this code is wrong, or was used before'
        webauthn_auth_error_flash 'Not let in: this passkey does not belong here'
        webauthn_setup_error_flash 'Nothing is changed'
        webauthn_remove_error_flash 'Nothing is changed'
        otp_setup_notice_flash 'From now on a log-in asks for a code too.'
        webauthn_setup_notice_flash 'From now on a log-in asks for the passkey too.'
        otp_disable_notice_flash 'No code is asked for any more.'
        webauthn_remove_notice_flash 'This passkey is not asked for any more.'
      end

      SETTINGS = proc do
        enable :otp, :recovery_codes, :webauthn
        instance_exec(&WORDS)
        two_factor_manage_route nil
        two_factor_auth_route nil
        two_factor_disable_route nil
        webauthn_setup_js_route nil
        webauthn_auth_js_route nil
        otp_auth_route 'api/second/code'
        otp_setup_route 'api/second/code/set-up'
        otp_disable_route 'api/second/code/off'
        recovery_auth_route 'api/second/paper'
        recovery_codes_route 'api/second/paper/codes'
        webauthn_auth_route 'api/second/passkey'
        webauthn_setup_route 'api/second/passkey/set-up'
        webauthn_remove_route 'api/second/passkey/off'
        otp_auth_param 'code'
        recovery_codes_param 'code'
        otp_auth_failures_limit NEVER
        otp_issuer 'Fawnmoss'
        recovery_codes_limit PAPER
        auto_add_recovery_codes? true
        auto_remove_recovery_codes? true
        new_recovery_code { Array.new(2) { Array.new(WORD) { LETTERS.sample(random: SecureRandom) }.join }.join('-') }
        webauthn_origin { request.base_url } # as the browser knows this server
        webauthn_rp_name 'Fawnmoss'
        before_otp_auth_route { refuse_guesses(second_names) }
        before_recovery_auth_route { refuse_guesses(second_names) }
        before_webauthn_auth_route { refuse_guesses(second_names) }
        after_otp_authentication_failure { Attempts.wrong(second_names) }
        after_webauthn_auth_failure { Attempts.wrong(second_names) }
        before_otp_setup_route { refuse_guessed_password }
        before_otp_disable_route { refuse_guessed_password }
        before_webauthn_setup_route { refuse_guessed_password }
        before_webauthn_remove_route { refuse_guessed_password }
        before_recovery_codes_route { refuse_guessed_password }
        after_otp_setup { with_paper }
        after_webauthn_setup { with_paper }
        after_otp_disable { letter(:second_changed) }
        after_webauthn_remove { letter(:second_changed) }
        after_two_factor_authentication { open_again }
      end

      # What is set up for an account: { code:, passkeys: [{ id:, last_use: }], paper: codes that are left }.
      def self.of(account_id)
        db = FawnmossServer.db
        passkeys = db[:account_webauthn_keys].where(account_id:).order(:last_use).select_map(%i[webauthn_id last_use])
        { code: !db[:account_otp_keys].where(id: account_id).empty?, passkeys: passkeys.map { |id, at| { id:, last_use: at.iso8601 } },
          paper: db[:account_recovery_codes].where(id: account_id).count }
      end

      # What somebody who is half logged in may go on with: { code:, paper:, passkey: nil or a question for the browser }.
      def ways_on
        account_from_session
        { code: otp_exists?, paper: recovery_codes.any?, passkey: webauthn_setup? ? question(webauthn_credential_options_for_get) : nil }
      end

      # A new secret for a telephone: { secret:, raw:, uri: }; kept only once a code made with it is sent.
      def code_offer
        account_from_session
        otp_tmp_key(otp_new_secret)
        { secret: otp_user_key, raw: otp_key, uri: otp_provisioning_uri }
      end

      # What the browser is asked to make a passkey of.
      def passkey_offer
        account_from_session
        question(new_webauthn_credential)
      end

      # Typed as it is read: in capitals, with a blank, without the line between.
      def recovery_code_match?(code)
        typed = code.to_s.downcase.delete('^a-z0-9').then { "#{_1[0, WORD]}-#{_1[WORD..]}" }
        super(typed).tap { |right| Attempts.wrong(second_names) unless right }
      end

      private

      def question(options) = { options: options.as_json, challenge: options.challenge, mac: compute_hmac(options.challenge) }
      def second_names = logged_in? ? Attempts.of_login(request, "second step of #{session_value}", session_value) : {}

      # What was set up, with the codes on paper that belong to it.
      def with_paper
        json_response[:codes] = recovery_codes
        letter(:second_changed)
      end
    end
  end
end
