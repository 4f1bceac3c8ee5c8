# frozen_string_literal: true

module FawnmossServer
  # What ends by itself: a studio that was closed is erased with everything after thirty days, an address that never answered its letter is forgotten
  # after a week. The sound of a take goes after its term, the numbers stay; a recording that broke off is offered for a week.
  module Endings
    GRACE = 30 * 86_400 # seconds from closing to erasing
    ANSWER = 7 * 86_400 # seconds for the letter to be answered
    LOOK = 3600 # seconds between two looks
    BEHIND = Behind.new(:endings, every: LOOK) { call }

    # Each account by itself, so that one that fails keeps no other; what was begun is gone on with the next time.
    def self.call
      accounts = FawnmossServer.db[:accounts]
      accounts.where(status_id: Accounts::UNVERIFIED).where { created_at < Time.now.utc - ANSWER }.delete
      takes
      accounts.where(status_id: Accounts::CLOSED).where { erase_at <= Time.now.utc }.select_map(:id).each { erase(_1) }
    end

    AT_ONCE = 200 # takes

    def self.takes
      Models::Take.where(state: 'coming').where { created_at < Time.now.utc - (Models::Take::UNDONE * 86_400) }.limit(AT_ONCE).each { Actions::Takes.remove(_1) }
      over = Models::Take.where(sound: true).where { ends_on < Date.today }.order(:id).limit(AT_ONCE)
      Models::Take.silence(over) until over.empty?
    end

    def self.erase(account_id)
      FawnmossServer.db[:studios].where(account_id:).select_map(:id).each { Actions::EraseStudio.call(_1) }
      FawnmossServer.db[:accounts].where(id: account_id, status_id: Accounts::CLOSED).delete
    end
  end
end
