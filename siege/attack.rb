# frozen_string_literal: true

require 'json'
require 'yaml'

# Every operation of openapi.yaml asked for by whom it is not for: without a log-in, with the ids of another studio, from another site, as
# a form. And every body with values that no page sends. How requests are sent is the caller's: in the specs through Rack, in bin/siege over
# HTTP.
class Attack
  DOCUMENT = YAML.safe_load_file(File.expand_path('../server/openapi.yaml', __dir__), aliases: true)
  OPEN = %w[/healthz /readyz /api/login /api/logout /api/create-account /api/open-studio /api/forgotten /api/new-password /api/new-address
            /api/invitation /api/invitation/answer /api/outbox
            /feed/{token}/lessons.ics].freeze
  LINK = '/api/link/{token}' # opens to whoever has the address of a card, and to nobody else
  METHODS = %w[get post put patch delete].freeze

  # verb, path: as in openapi.yaml; schema: of the body, nil without one; type: of the body where it is a file, else nil.
  Operation = Struct.new(:verb, :path, :schema, :type, keyword_init: true) do
    def open? = OPEN.include?(path)
    def link? = path.start_with?(LINK)
    def change? = verb != 'get'
    def ids? = path.match?(/\{(id|skill|token)\}/)
    # The path with its holes filled. ids: { first part of the path => id }.

    def at(ids)
      holes = { '{id}' => ids.fetch(path.split('/')[2], 999_999_999).to_s, '{skill}' => 'body.ready', '{number}' => '0', '{token}' => 'a' * 65 }
      path.gsub(/\{\w+\}/) { holes.fetch(_1, _1) }
    end

    def to_s = "#{verb} #{path}"
  end

  def self.operations
    DOCUMENT['paths'].flat_map do |path, list|
      list.slice(*METHODS).map do |verb, about|
        bodies = about.dig('requestBody', 'content') || {}
        Operation.new(verb:, path:, schema: resolved(bodies.dig('application/json', 'schema')), type: (bodies.keys - ['application/json']).first)
      end
    end
  end

  # A schema with its references followed, three deep.
  def self.resolved(schema, depth = 3)
    return schema unless schema.is_a?(Hash) && depth.positive?
    return resolved(DOCUMENT.dig(*schema['$ref'].delete_prefix('#/').split('/')), depth) if schema['$ref']

    inner = schema['properties']&.transform_values { |one| resolved(one, depth - 1) }
    { **schema, 'properties' => inner, 'items' => schema['items'] && resolved(schema['items'], depth - 1) }.compact
  end

  # The block is called with method, path, body (text or nil) and headers { 'origin' => ... }, and answers the status.
  def initialize(&send)
    @send = send
  end

  # Operations that answer somebody without a log-in otherwise than with 401, or a made-up link otherwise than with 404: [] when all is well.
  def strangers = wrong(self.class.operations.reject(&:open?)) { |one| ask(one) == (one.link? ? 404 : 401) }

  # Operations that do not say 404 to an id of another studio. ids: of theirs, by kind.
  def foreign(ids)
    wrong(self.class.operations.select { _1.path.include?('{id}') }) { |one| [404, *(422 if ids[one.path.split('/')[2]].nil?)].include?(ask(one, ids:)) }
  end

  # Operations that change something and do not refuse another site, a null origin and a form.
  def other_sites
    changing = self.class.operations.select(&:change?)
    wrong(changing) { |one| ['https://elsewhere.example', 'null'].all? { |origin| ask(one, headers: { 'origin' => origin }) == 403 } } +
      wrong(changing) { |one| ask(one, body: 'name=X', headers: { 'content-type' => 'application/x-www-form-urlencoded' }) == 415 }
  end

  private

  def wrong(operations, &) = operations.reject(&).map(&:to_s)

  def ask(one, ids: {}, body: nil, headers: {})
    @send.call(one.verb, one.at(ids), one.change? ? body || '{}' : nil, { **(one.type ? { 'content-type' => one.type } : {}), **headers })
  end
end
