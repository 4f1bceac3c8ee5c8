# frozen_string_literal: true

module FawnmossServer
  class Accounts
    # What is written to those who have an account.
    module Letters
      SUBJECTS = { opening: 'Open your studio', taken: 'You have a studio already', forgotten: 'A new password for %s',
                   changed: 'The password of %s was changed', elsewhere: 'Somebody logged in to %s',
                   invitation: 'You are asked to work in %s', joined: 'Somebody works in %s from now on',
                   second_changed: 'The second step at log-in of %s was changed', new_address: 'Your new address for %s',
                   old_address: 'Another address for %s', closed: '%s is closed', opened_again: '%s is open again' }.freeze

      # kind: of SUBJECTS; place: address under which the server is known; to: an address other than the account's; about: link, day, days.
      def self.post(account_id, kind, place, to: nil, **about)
        studio = FawnmossServer.db[:studios].where(account_id:).get(:name)
        kind_of = kind == :closed && studio.nil? ? :ended : kind
        studio ||= 'Fawnmoss' # of an assistant teacher, whose studio is another's
        Mailing.post(account_id, kind.to_s, format(SUBJECTS.fetch(kind), studio), send(kind_of, studio, place, **about), to:)
      end

      def self.opening(_studio, _place, link:)
        <<~TEXT
          Somebody, we hope you, wants to open a studio in Fawnmoss with this address.

          Open this page within a week, name the studio and choose a password:
          #{link}

          If it was not you, do nothing: the address is forgotten after a week.
        TEXT
      end

      def self.taken(studio, place)
        <<~TEXT
          Somebody, we hope you, wanted to open a studio with this address. It has one: #{studio}.

          Log in: #{place}/login
          There is also "I have forgotten the password". If it was not you, do nothing.
        TEXT
      end

      def self.forgotten(studio, _place, link:)
        <<~TEXT
          Somebody, we hope you, asked for a new password for the studio #{studio}.

          Open this page within a day and choose one:
          #{link}

          If it was not you, do nothing: the password stays as it is.
        TEXT
      end

      def self.changed(studio, place)
        <<~TEXT
          The password of the studio #{studio} was changed, and all other browsers were logged out.

          If it was not you, choose another at once: #{place}/login, "I have forgotten the password".
        TEXT
      end

      def self.elsewhere(studio, place)
        <<~TEXT
          Somebody logged in to the studio #{studio} with a browser that has not been used for it before (#{Time.now.utc.strftime('%-d %B %Y, %H:%M')} UTC).

          If it was you, all is well. If not, log in, end all log-ins ("Log out everywhere" on the Studio page) and choose another password: #{place}/studio
        TEXT
      end

      def self.invitation(studio, _place, link:, days:)
        <<~TEXT
          The owner of the studio #{studio} asks you to work in it as an assistant teacher: you see its pupils, give lessons and mark.

          Open this page within #{days} days:
          #{link}

          If you do not know the studio, do nothing.
        TEXT
      end

      def self.joined(studio, place, who:)
        <<~TEXT
          #{who} answered your invitation and works in the studio #{studio} as an assistant teacher from now on.

          If that is not right, let them go on the Studio page: #{place}/studio
        TEXT
      end

      def self.second_changed(studio, place)
        <<~TEXT
          What a log-in to the studio #{studio} asks for beside the password was changed on the Studio page.

          If it was not you, choose another password at once: #{place}/login, "I have forgotten the password".
        TEXT
      end

      def self.new_address(studio, _place, link:, days:)
        <<~TEXT
          Somebody, we hope you, wants to log in to the studio #{studio} with this address from now on.

          Open this page within #{days} days and agree:
          #{link}

          The change holds once the letter to the address before is answered too. If it was not you, do nothing.
        TEXT
      end

      def self.old_address(studio, place, link:, days:)
        <<~TEXT
          Somebody, we hope you, wants to log in to the studio #{studio} with another address from now on, no longer with this one.

          Open this page within #{days} days and agree:
          #{link}

          The change holds once the letter to the new address is answered too. If it was not you, do nothing here, and choose another password: somebody knows yours.
          #{place}/login, "I have forgotten the password"
        TEXT
      end

      def self.closed(studio, place, day:)
        <<~TEXT
          The studio #{studio} is closed. All browsers are logged out, and links to cards and calendars rest.

          Everything in it is erased for ever on #{day}. Until then it opens again as it was when you log in: #{place}/login

          If it was not you, log in and choose another password.
        TEXT
      end

      # Of an assistant teacher's account: the studio goes on without it.
      def self.ended(_studio, place, day:)
        <<~TEXT
          Your account is ended, and all browsers are logged out. What you marked stays with the studio.

          The account is erased on #{day}. Until then it is as it was when you log in: #{place}/login

          If it was not you, log in and choose another password.
        TEXT
      end

      def self.opened_again(studio, place)
        <<~TEXT
          Somebody logged in to the studio #{studio}, which was closed. It is open again as it was, and nothing is erased.

          If it was not you, choose another password at once: #{place}/login, "I have forgotten the password".
        TEXT
      end
      private_class_method :opening, :invitation, :joined, :second_changed, :new_address, :old_address, :taken, :forgotten, :changed, :elsewhere, :closed,
:opened_again
    end
  end
end
