# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Opens the studio of a new account.
    module OpenStudio
      USUAL = 'My studio'

      # The name as typed. Raises InvalidInput.
      def self.name(fields) = fields.text('studio', max: 120, default: '').then { _1.empty? ? USUAL : _1 }

      def self.call(account_id, name) = Models::Studio.create(account_id:, name:)
    end
  end
end
