# frozen_string_literal: true

require 'bcrypt'

module FawnmossServer
  class Accounts
    # What Accounts does otherwise than Rodauth by itself.
    module Ways
      # What a wrong address and a wrong password are told alike.
      def throw_error_reason(reason, status, param, message)
        return super unless %i[no_matching_login invalid_password unverified_account].include?(reason)

        super(:wrong, 401, 'email', 'email and password do not match')
      end

      # One that is taken is answered as a new one is; whoever it belongs to logs in as always.
      def save_account = super || create_account_response

      # Counted when the present password is asked for to change it.
      def password_match?(password) = super.tap { |right| Attempts.wrong(@guessing) if @guessing && !right }

      def currently_active_session?
        key = session[session_id_session_key] or return false
        row = active_sessions_ds.where(session_id: compute_hmacs(key)).first or return false
        now = Time.now.utc
        return false if now - row[:last_use] > IDLE || now - row[:created_at] > AGE

        active_sessions_ds.where(session_id: row[:session_id]).update(last_use: now) if now - row[:last_use] > USED
        true
      end

      def logged_out_elsewhere? = logged_in? && !currently_active_session?

      private

      def studio_name = Actions::OpenStudio.name(Inputs::Fields.new({ 'studio' => param_or_nil('studio') }.compact))

      def login_names
        @login_names ||= Attempts.of_login(request, param('email'), FawnmossServer.db[:accounts].where(email: param('email')).get(:id))
      end

      def refuse_guesses(names) = Attempts.banned?(names) && request.halt(Boot::Limits.answer(Attempts::WRONG[:bantime]))
      def as_long_as_a_password = BCrypt::Password.new(Accounts.nobodys_hash) == param('password')
    end
  end
end
