# frozen_string_literal: true

module FawnmossServer
  module Boot
    # What the environment decides, checked once at start. bin/setup writes these variables. looks_at_once: for specs, what is done in the
    # background elsewhere is done before the answer.
    Settings = Struct.new(:database, :secret, :assets, :secure_cookies, :hosts, :looks_at_once, :limits, keyword_init: true) do
      # env: ENV or a hash. Raises KeyError naming what is missing.
      def self.from(env)
        secret = env.fetch('FAWNMOSS_SECRET')
        raise ArgumentError, 'FAWNMOSS_SECRET needs at least 64 characters' if secret.length < 64

        database = { adapter: 'mysql2', host: '127.0.0.1', port: Integer(env.fetch('FAWNMOSS_DB_PORT')), user: env.fetch('FAWNMOSS_DB_USER'),
                     password: env.fetch('FAWNMOSS_DB_PASSWORD'), database: env.fetch('FAWNMOSS_DB_NAME') }
        new(database:, secret:, assets: env.fetch('FAWNMOSS_ASSETS', File.expand_path('../../web/dist', __dir__)),
            secure_cookies: env['FAWNMOSS_HTTPS'] == 'yes', hosts: env.fetch('FAWNMOSS_HOSTS', '127.0.0.1,localhost').split(','),
            looks_at_once: env['FAWNMOSS_LOOKS'] == 'at once', limits: limits(env)).freeze
      end

      # How often something may be asked for (Attempts::LIMITS), with what FAWNMOSS_LIMITS changes: "sign_ups=50,pdfs=100".
      def self.limits(env)
        own = env.fetch('FAWNMOSS_LIMITS', '').split(',').to_h { |pair| pair.split('=').then { |name, most| [name.strip.to_sym, Integer(most)] } }
        unknown = own.keys - Attempts::LIMITS.keys
        raise ArgumentError, "FAWNMOSS_LIMITS names #{unknown.first}; it may name #{Attempts::LIMITS.keys.join(', ')}" if unknown.any?

        Attempts::LIMITS.merge(own)
      end
      private_class_method :limits
    end
  end
end
