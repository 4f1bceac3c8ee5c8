# frozen_string_literal: true

require 'bcrypt'
require 'roda'
require 'rodauth'

module FawnmossServer
  # Log in, log out, create an account, change the password: Rodauth, JSON only, under /api. There is no mail, so a locked
  # account opens again by itself after a quarter of an hour.
  class Accounts < Roda
    plugin :middleware
    plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i
    plugin :rodauth, json: :only do
      enable :json, :login, :logout, :create_account, :change_password, :lockout
      db { FawnmossServer.db }
      login_route 'api/login'
      logout_route 'api/logout'
      create_account_route 'api/create-account'
      change_password_route 'api/change-password'
      only_json? true
      require_mail? false
      hmac_secret { FawnmossServer.settings.secret }
      domain { FawnmossServer.settings.hosts.first }
      already_logged_in { nil } # logging in again takes the place of the log-in before
      accounts_table :accounts
      account_password_hash_column :password_hash
      login_column :email
      login_param 'email'
      login_label 'Email'
      new_password_param 'new_password'
      require_login_confirmation? false
      require_password_confirmation? false
      password_minimum_length 10
      password_maximum_bytes 72
      password_hash_cost { ENV['FAWNMOSS_FAST_HASH'] ? BCrypt::Engine::MIN_COST : 12 }
      max_invalid_logins 5
      set_deadline_values? true
      account_lockouts_deadline_interval({ minutes: 15 })
      unlock_account_route nil
      unlock_account_request_route nil
      lockout_error_status 403
      no_matching_login_message 'email and password do not match'
      invalid_password_message 'email and password do not match'
      login_error_flash 'Email and password do not match.'
      login_input_type 'email'
      already_an_account_with_this_login_message 'this address cannot be used'
      after_create_account { Actions::OpenStudio.call(account_id, param_or_nil('studio')) }
      login_lockout_error_flash 'Too many wrong passwords. The account opens again in 15 minutes.'
    end

    route do |r|
      r.rodauth
      env['rodauth'] = rodauth
    end
  end
end
