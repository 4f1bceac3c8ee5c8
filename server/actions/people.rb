# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Assistant teachers of a studio: asked by a letter, they see and mark; the owner lets them go, or they leave.
    module People
      MOST = 20 # in a studio, with those who are asked
      DAYS = 7 # that an invitation can be answered
      KIND = 'invitation'

      class << self
        # { people: [{ id:, email:, since: }], invitations: [{ id:, email:, until: }] }
        def answer(studio)
          accounts = FawnmossServer.db[:members].join(:accounts, id: :account_id).where(studio_id: studio.id).order(:since)
          { people: accounts.select_map([Sequel[:members][:id], :email, :since]).map { |id, email, at| { id:, email:, since: at.iso8601 } },
            invitations: waiting(studio).order(:id).select_map(%i[id email expires_at]).map { |id, email, at| { id:, email:, until: at.iso8601 } } }
        end

        # Asks somebody by a letter; once more when that was done before. fields: email; place: address under which the server is known.
        def invite(studio, fields, place)
          email = address(fields)
          refuse_known(studio, email, fields)
          FawnmossServer.db.transaction do
            nonce = Signed.nonce
            rows = FawnmossServer.db[:invitations]
            rows.on_duplicate_key_update(:nonce, :expires_at).insert(studio_id: studio.id, email:, nonce:, expires_at: Time.now.utc + (DAYS * 86_400))
            Accounts::Letters.post(studio.account_id, :invitation, place, to: email, link: "#{place}/invitation##{Signed.token(KIND, nonce)}", days: DAYS)
          end
          answer(studio)
        end

        def withdraw(studio, id)
          FawnmossServer.db[:invitations].where(studio_id: studio.id, id:).delete.positive? or raise Missing
          answer(studio)
        end

        def remove(studio, id)
          FawnmossServer.db[:members].where(studio_id: studio.id, id:).delete.positive? or raise Missing
          answer(studio)
        end

        # fields: studio_id, of a studio in which the account is an assistant.
        def leave(account_id, fields)
          FawnmossServer.db[:members].where(account_id:, studio_id: fields.integer('studio_id', 1..(10**18))).delete.positive? or raise Missing
        end

        # What a letter's key opens: { studio:, email:, account: } -- whether the address has an account. fields: key.
        def read(fields)
          row = opened(fields)
          { studio: Models::Studio[row[:studio_id]].name, email: row[:email], account: !account_of(row[:email]).nil? }
        end

        # The one who is logged in joins; else whoever the letter was to, with a new password. fields: key, password. auth: Rodauth of the request.
        def join(fields, auth)
          row = opened(fields)
          FawnmossServer.db.transaction do
            account_id = auth.logged_in? && auth.authenticated? ? auth.session_value : newcomer(row, fields, auth)
            fields.refuse('key', 'This is your own studio.', 'Log out first, or send the letter to somebody else.') if owner?(row, account_id)
            FawnmossServer.db[:members].insert_ignore.insert(studio_id: row[:studio_id], account_id:, since: Time.now.utc)
            FawnmossServer.db[:invitations].where(id: row[:id]).delete
            tell_owner(row, account_id, auth)
          end
          { studio_id: row[:studio_id], email: row[:email] }
        end

        private

        def address(fields)
          email = fields.text('email', min: 3, max: 255).downcase
          email.match?(/\A[^,;@ \r\n]+@[^,@; \r\n]+\.[^,@; \r\n]+\z/) ? email : fields.refuse('email', 'This is no address.', 'Type it again.')
        end

        def refuse_known(studio, email, fields)
          there = answer(studio)
          known = there[:people].map { _1[:email].downcase } + [FawnmossServer.db[:accounts].where(id: studio.account_id).get(:email).downcase]
          fields.refuse('email', 'Who has this address works in the studio already.', nil) if known.include?(email)
          others = there[:invitations].reject { _1[:email] == email }
          return if there[:people].size + others.size < MOST

          fields.refuse('email', "A studio has #{MOST} assistants at the most, with those who are asked.", 'Let somebody go first.')
        end

        def waiting(studio) = FawnmossServer.db[:invitations].where(studio_id: studio.id).where { expires_at > Time.now.utc }

        # The invitation of a key; raises Missing for one that is unknown, forged, withdrawn, answered or too old, alike.
        def opened(fields)
          nonce = Signed.open(KIND, fields.text('key', max: 200)) or raise Missing
          FawnmossServer.db[:invitations].where(studio_id: Models::Studio.not_closed.select(:id)).where do
            expires_at > Time.now.utc
          end.first(nonce:) or raise Missing
        end

        def account_of(email) = FawnmossServer.db[:accounts].where(email:).exclude(status_id: Accounts::UNVERIFIED).get(:id)
        def owner?(row, account_id) = !Models::Studio.where(id: row[:studio_id], account_id:).empty?

        def newcomer(row, fields, auth)
          fields.refuse('email', 'This address has an account.', 'Log in first; then open the link again.') if account_of(row[:email])
          auth.account_for(row[:email], fields.text('password', max: 1000))
        end

        def tell_owner(row, account_id, auth)
          owner = Models::Studio[row[:studio_id]].account_id
          Accounts::Letters.post(owner, :joined, auth.place, who: FawnmossServer.db[:accounts].where(id: account_id).get(:email))
        end
      end
    end
  end
end
