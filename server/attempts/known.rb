# frozen_string_literal: true

module FawnmossServer
  module Attempts
    # The mark that a browser keeps of an account that logged in with it: a signed name, worth nothing but being told from a stranger's.
    module Known
      COOKIE = 'fawnmoss.known'
      KIND = 'known browser'
      DAYS = 400

      # The browser's name when it bears the account's mark, else nil.
      def self.of(request, account_id)
        name, token = request.cookies[COOKIE].to_s.split('.', 2)
        name if account_id && token && Signed.open("#{KIND} of #{account_id}", token) == name
      end

      # Rack cookie for a browser in which the account has just logged in.
      def self.cookie(account_id, secure:)
        name = Signed.nonce
        { value: "#{name}.#{Signed.token("#{KIND} of #{account_id}", name)}", path: '/api', httponly: true, same_site: :lax, secure:,
          expires: Time.now + (DAYS * 86_400) }
      end
    end
  end
end
