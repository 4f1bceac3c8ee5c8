# frozen_string_literal: true

require_relative 'attack'

# Bodies and addresses that no page of ours sends, made from the schemas: whatever comes, the answer is a word about it, never a fault.
class Inputs
  VALUES = ['null', 'true', '[]', '{}', '[[[]]]', '0', '-1', '1.5', '1e400', '99999999999999999999', '""', '"x"', '"\u0000"', '"\u001b[2J"', '"\ud800"', '"\u202e\ufeff"',
            '"%00"', '"<script>"', '"1; drop table pupils"', '"2026-02-30"', '"25:99"', "\"#{'x' * 70_000}\"", '[null]', '[1, "a", {}]', "{\"a\": #{'[' * 15}#{']' * 15}}"].freeze
  BODIES = ['', 'null', '[]', '1', '"x"', 'true', '{', '{"a": 1', "{\"a\": \"\xFF\"}", "#{'[' * 50}#{']' * 50}", '{}'].freeze
  QUERIES = ['today=%', 'today=2026-13-40', 'today[]=x', 'pupil_id[]=1', 'pupil_id=-1', 'pupil_id=99999999999999999999', 'instrument=%FF', 'instrument[a]=violin', 'version=%00', 'key=%E2%28',
             'text=%25%5F', 'from=-1', 'minutes=x', 'weeks=0', 'octaves=99&key=C', 'positions[]=1', 'instruments[]=violin', 'date=x', 'ahead=9', 'a[b[c', "#{'a[' * 200}x"].freeze
  PATHS = ['/%00', '/%', "/caf\xC3\xA9".b, '/%FF', '/api/tunes/%FF', '/api/pupils/1%00', '/api/skills/%C0%AF', '/api/link/%FF', '/k/%', '//',
           '/..%2f..%2fetc%2fpasswd', '/api/pupils/9' * 40].freeze

  # seed: which of the many are sent. The block as for Attack.
  def initialize(seed: 1, &send)
    @send = send
    @random = Random.new(seed)
  end

  # Sends so many bodies, and every odd address; answers what broke: [["post /api/pupils", body, 500], ...].
  def run(times, ids: {})
    changing = Attack.operations.select { |one| one.change? && one.schema && one.path != '/api/logout' } # it would end the session of the rest
    broken = Array.new(times) { changing.sample(random: @random) }.filter_map { |one| tried(one.verb, one.at(ids), body(one.schema)) }
    broken += changing.flat_map { |one| BODIES.filter_map { |body| tried(one.verb, one.at(ids), body) } }
    gets = Attack.operations.reject { _1.change? || _1.path.match?(/\.(pdf|zip)\z/) }
    broken += gets.flat_map { |one| QUERIES.sample((times / 60) + 2, random: @random).filter_map { |query| tried('get', "#{one.at(ids)}?#{query}", nil) } }
    broken + PATHS.filter_map { |path| tried('get', path, nil) }
  end

  private

  def tried(method, path, body)
    status = @send.call(method, path, body, {})
    ["#{method} #{path[0, 80]}", body.to_s[0, 160], status] unless status.between?(200, 499)
  end

  # A body that fits its schema but for one or two values.
  def body(schema)
    fields = (schema['properties'] || {}).transform_values { fitting(_1) }
    fields.keys.sample(1 + @random.rand(2), random: @random).each { |name| fields[name] = VALUES.sample(random: @random) }
    "{#{fields.map { |name, value| "#{JSON.generate(name)}: #{value}" }.join(', ')}}"
  end

  # JSON text of a value that a schema allows.
  def fitting(schema)
    return JSON.generate(schema['enum'].sample(random: @random)) if schema['enum']

    case [schema['type']].flatten.first
    when 'integer', 'number' then (schema['minimum'] || 1).to_s
    when 'boolean' then 'true'
    when 'array' then "[#{fitting(schema['items'] || {})}]"
    when 'object' then "{#{(schema['properties'] || {}).map { |name, inner| "#{JSON.generate(name)}: #{fitting(inner)}" }.join(', ')}}"
    else JSON.generate(schema['format'] == 'date' ? Date.today.iso8601 : %w[a D violin simple 16:30].sample(random: @random))
    end
  end
end
