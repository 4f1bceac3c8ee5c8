# frozen_string_literal: true

module FawnmossServer
  # Backups of everything there is, and a restore of them in another place. A backup is one sealed file (Sealed) of lines of JSON:
  #
  #   {"format":"fawnmoss backup","version":1,"tables":27,"made_at":"2026-11-30T18:45:12Z","secret":"..."}
  #   {"table":"accounts","columns":["id","email",...]}
  #   ["1","anna@example.test",...]                      a row a line, in the order of its key, values as MariaDB writes them, or null
  #   {"end":"accounts","rows":1,"sum":"..."}            SHA-256 of the lines of its rows
  #   ...
  #   {"end":"fawnmoss backup","tables":31}
  #
  # "tables" in the first line is the number of the last migration; the secret is what links to cards and calendars are signed with.
  module Keeping
    # Something that whoever makes or restores a backup can do something about.
    class Trouble < StandardError; end

    FORMAT = 'fawnmoss backup'
    VERSION = 1
    # What is worth nothing in another place or at another time: the list of migrations is made there anew, attempts are counted anew, everybody logs in
    # anew, and no letter is sent twice because two places have it.
    LEFT = %i[schema_info migration_steps attempts leases put_by account_active_session_keys mails].freeze
    LEAST = 12 # characters of a passphrase
  end
end
