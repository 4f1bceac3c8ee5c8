# frozen_string_literal: true

require 'bcrypt'
require 'roda'
require 'rodauth'

module FawnmossServer
  # Log in, log out here or everywhere, open a studio, change the password: Rodauth, JSON only, under /api. Sessions are kept by the server and end with a
  # log-out and a changed password. Nothing tells whether an address has an account: not the words, not the time, not a lock, not the answer to a sign-up.
  # A studio is named and has a password only once a letter to its address was answered: nobody can lay hands on an address of somebody else's.
  class Accounts < Roda
    IDLE = 14 * 86_400 # seconds without use until a session ends
    AGE = 60 * 86_400 # seconds until it ends in any case
    USED = 300 # seconds: its last use is noted no more often
    PLACES = %w[login logout create-account open-studio change-password forgotten new-password close-account change-address new-address second/code
                second/code/set-up second/code/off second/paper second/paper/codes second/passkey second/passkey/set-up second/passkey/off].freeze # under /api
    UNVERIFIED = 1 # status_id of an account whose letter is not answered
    OPEN = 2
    CLOSED = 3
    BAD_JSON = ->(request) { request.halt(Boot::Answer.error(400, 'The request is not JSON in UTF-8.')) }

    plugin :middleware
    plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i, wrap: :unless_hash, error_handler: BAD_JSON
    # rubocop:disable-next Metrics/BlockLength -- one list of settings
    plugin :rodauth, json: :only do
      enable :json, :login, :logout, :create_account, :verify_account, :change_password, :reset_password, :active_sessions
      db { FawnmossServer.db }
      login_route 'api/login'
      logout_route 'api/logout'
      create_account_route 'api/create-account'
      verify_account_route 'api/open-studio'
      verify_account_resend_route nil # to ask for a studio again sends another letter
      change_password_route 'api/change-password'
      reset_password_request_route 'api/forgotten'
      reset_password_route 'api/new-password'
      only_json? true
      hmac_secret { FawnmossServer.settings.secret }
      domain { FawnmossServer.settings.hosts.first }
      already_logged_in { nil } # logging in again takes the place of the log-in before
      accounts_table :accounts
      account_password_hash_column :password_hash
      login_column :email
      login_param 'email'
      login_label 'Email'
      login_input_type 'email'
      new_password_param 'new_password'
      require_login_confirmation? false
      require_password_confirmation? false
      password_minimum_length 10
      password_maximum_bytes 72
      password_hash_cost { Accounts.cost }
      login_error_flash 'Email and password do not match.'
      reset_password_email_sent_notice_flash 'If a studio has this address, a letter with a link is on its way.'
      reset_password_notice_flash 'The new password holds. Log in with it.'
      reset_password_error_flash { @link_gone ? 'This link does not work any more. Ask for another.' : 'The password stays as it was' }
      create_account_notice_flash 'A letter with a link is on its way.'
      create_account_error_flash 'No letter can be sent there'
      verify_account_notice_flash 'The studio is open.'
      verify_account_error_flash { @link_gone ? 'This link does not work any more. Ask for another.' : 'The studio is not open yet' }
      session_inactivity_deadline IDLE
      session_lifetime_deadline AGE

      before_login_route { refuse_guesses(login_names) }
      after_login_failure { Attempts.wrong(login_names) }
      after_no_matching_login do
        as_long_as_a_password
        Attempts.wrong(login_names)
      end
      after_login do
        letter(:elsewhere) if strange_browser?
        know_browser
        open_again unless two_factor_partially_authenticated?
      end
      before_reset_password_request_route { @asked_at = Clock.now }
      send_reset_password_email { letter(:forgotten, link: "#{base_url}/new-password##{token_param_value(reset_password_key_value)}") }
      after_reset_password do
        remove_all_active_sessions
        letter(:changed)
      end
      after_change_password { letter(:changed) }
      before_change_password_route { refuse_guessed_password }
      before_create_account_route { @asked_at = Clock.now }
      send_verify_account_email { letter(:opening, link: "#{base_url}/open-studio##{token_param_value(verify_account_key_value)}") }
      before_verify_account_route { @studio_name = studio_name if request.post? }
      after_verify_account do
        Actions::OpenStudio.call(account_id, @studio_name)
        know_browser
      end

      [Closing, Address, Second].each { instance_exec(&_1::SETTINGS) }
      auth_class_eval { [Ways, Closing, Address, Second].each { include _1 } }
    end

    # Of the hash: two to its power rounds.
    def self.cost = ENV['FAWNMOSS_FAST_HASH'] ? BCrypt::Engine::MIN_COST : 12

    # What is compared where there is no account, for the time it takes.
    def self.nobodys_hash = @nobodys_hash ||= BCrypt::Password.create(SecureRandom.hex, cost:).to_s

    route do |r|
      rodauth.clear_session if r.path.start_with?('/api/') && rodauth.logged_out_elsewhere?
      r.rodauth
      env['rodauth'] = rodauth
    end
  end
end
