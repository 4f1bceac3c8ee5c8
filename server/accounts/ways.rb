# frozen_string_literal: true

require 'bcrypt'

module FawnmossServer
  class Accounts
    # What Accounts does otherwise than Rodauth by itself.
    module Ways
      ALIKE = ENV['FAWNMOSS_FAST_HASH'] ? 0.1 : 0.3 # seconds that it takes to ask for a letter, whether there is anybody to write to or not
      NEW = 600 # seconds after a studio was opened in which nobody is told of another browser
      OFTEN = 3600 # seconds between two letters about other browsers

      # What a wrong address and a wrong password are told alike.
      def throw_error_reason(reason, status, param, message)
        reset_password_email_sent_response if @asked_at && %i[no_matching_login unverified_account].include?(reason)
        return super unless %i[no_matching_login invalid_password unverified_account].include?(reason)
        return super(reason, 401, param, 'this is not the present password') unless current_route == :login

        super(:wrong, 401, 'email', 'email and password do not match')
      end

      # One that is taken is answered as a new one is: whoever it belongs to reads more in a letter.
      def new_account(login)
        return super unless _account_from_login(login)

        account_from_login(login)
        if account[:status_id] == UNVERIFIED
          verify_account_email_recently_sent? || verify_account_email_resend
        else
          tell_owner(account_id)
        end
        create_account_response
      end

      # Nor is one that somebody else asked for a moment ago.
      def save_account = super || create_account_response

      # Counted when the present password is asked for to change it.
      def password_match?(password) = super.tap { |right| Attempts.wrong(@guessing) if @guessing && !right }

      # One letter in five minutes is enough; the answer is the same.
      def reset_password_email_recently_sent? = super && reset_password_email_sent_response

      def reset_password_email_sent_response
        take_as_long
        super
      end

      def create_account_response
        take_as_long
        super
      end

      def currently_active_session?
        key = session[session_id_session_key] or return false
        row = active_sessions_ds.where(session_id: compute_hmacs(key)).first or return false
        now = Time.now.utc
        return false if now - row[:last_use] > IDLE || now - row[:created_at] > AGE

        active_sessions_ds.where(session_id: row[:session_id]).update(last_use: now) if now - row[:last_use] > USED
        true
      end

      # Address under which people know this server.
      def place = base_url

      # A new account, open at once, for an address that a letter went to; raises InvalidInput about the password.
      def account_for(email, password)
        unless password_meets_requirements?(password)
          raise Fawnmoss::InvalidInput.new('This password cannot be taken.', where: { field: 'password' },
remedy: 'Ten characters or more; three or four words are good.')
        end

        row = { status_id: OPEN, password_hash: password_hash(password) }
        waiting = db[:accounts].where(email:, status_id: UNVERIFIED)
        waiting.update(row) == 1 ? db[:accounts].where(email:).get(:id) : db[:accounts].insert(email:, **row)
      end

      # What the session at hand is kept under.
      def session_kept_as = compute_hmac(session[session_id_session_key])

      def logged_out_elsewhere? = logged_in? && !currently_active_session?

      private

      # The page is told why only where that is to log in (again); of everything else it would tell too much.
      def set_error_reason(reason) # rubocop:disable Naming/AccessorMethodName -- as Rodauth calls it
        json_response[:reason] = reason if %i[login_required two_factor_need_authentication].include?(reason)
      end

      def active_sessions_insert_hash = super.merge(browser: LogIns.words(request.user_agent)[0, 60])

      def handle_invalid_reset_password_key
        @link_gone = true
        super
      end

      def handle_invalid_verify_account_key
        @link_gone = true
        super
      end

      # One that is not open yet has no password: as if it were not there.
      def before_login_attempt
        return super if open_account?

        as_long_as_a_password
        Attempts.wrong(login_names)
        throw_error_reason(:unverified_account, 401, 'email', '')
      end

      def take_as_long = sleep([@asked_at + ALIKE - Clock.now, 0].max)

      # This browser has been used for the account from now on.
      def know_browser
        cookie = Attempts::Known.cookie(account_id, secure: FawnmossServer.settings.secure_cookies)
        Rack::Utils.set_cookie_header!(response.headers, Attempts::Known::COOKIE, cookie)
      end

      # To the account at hand.
      def letter(kind, **about) = Letters.post(account_id, kind, base_url, **about)

      # That somebody asked for an address that has a studio.
      def tell_owner(id)
        Letters.post(id, :taken, base_url) unless Mailing.lately?(id, 'taken', OFTEN)
      end

      # Not one that the account has logged in with before.
      def strange_browser?
        account[:created_at] < Time.now.utc - NEW && !Attempts::Known.of(request, account_id) && !Mailing.lately?(account_id, 'elsewhere', OFTEN)
      end

      def studio_name = Actions::OpenStudio.name(Inputs::Fields.new({ 'studio' => param_or_nil('studio') }.compact))

      def login_names
        @login_names ||= Attempts.of_login(request, param('email'), FawnmossServer.db[:accounts].where(email: param('email')).get(:id))
      end

      # Where the present password is asked for.
      def refuse_guessed_password = logged_in? && refuse_guesses(@guessing = Attempts.of_password(session_value))

      def refuse_guesses(names) = Attempts.banned?(names) && request.halt(Boot::Limits.answer(Attempts::WRONG[:bantime]))
      def as_long_as_a_password = BCrypt::Password.new(Accounts.nobodys_hash) == param('password')
    end
  end
end
