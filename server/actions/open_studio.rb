# frozen_string_literal: true

module FawnmossServer
  module Actions
    # A new account gets its studio.
    module OpenStudio
      def self.call(account_id, name)
        name = Inputs::Fields.new({ 'studio' => name }).text('studio', max: 120, default: '')
        Models::Studio.create(account_id:, name: name.empty? ? 'My studio' : name)
      end
    end
  end
end
