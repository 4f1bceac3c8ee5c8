# frozen_string_literal: true

module FawnmossServer
  module Boot
    # Security headers for every answer. The policy lets in only what the app ships: 'wasm-unsafe-eval' is for the
    # engraver's WebAssembly, inline style and data: fonts for its drawings and for Vuetify.
    class Headers
      POLICY = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; font-src 'self' data:; " \
               "img-src 'self' data: blob:; worker-src 'self' blob:; connect-src 'self'; object-src 'none'; base-uri 'none'; " \
               "form-action 'self'; frame-ancestors 'none'"
      FIXED = { 'content-security-policy' => POLICY, 'x-content-type-options' => 'nosniff', 'x-frame-options' => 'DENY',
                'referrer-policy' => 'no-referrer', 'cross-origin-opener-policy' => 'same-origin', 'cross-origin-resource-policy' => 'same-origin',
                'permissions-policy' => 'camera=(), geolocation=(), microphone=(self)' }.freeze

      def initialize(app) = @app = app

      def call(env)
        status, headers, body = @app.call(env)
        headers = headers.merge(FIXED)
        headers['cache-control'] ||= 'no-store' if env['PATH_INFO'].start_with?('/api')
        headers['x-robots-tag'] = 'noindex, nofollow' if env['PATH_INFO'].start_with?('/k/', '/api/link')
        [status, headers, body]
      end
    end
  end
end
