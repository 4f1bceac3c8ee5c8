# frozen_string_literal: true

require 'json_schemer'
require 'yaml'

# Validates answers against openapi.yaml: the schema of the response listed for the operation and status.
module Contract
  DOCUMENT = YAML.safe_load_file(File.expand_path('../../openapi.yaml', __dir__), aliases: true)
  OPENAPI = JSONSchemer.openapi(DOCUMENT)
  SEEN = Hash.new(0)
  LONG = 20 # things in a list from which on it is made short
  KNOWN = Set.new # [where in which answer, a thing's hash]: looked at in this run

  module_function

  # '/api/pupils/3' -> '/api/pupils/{id}'; nil when openapi.yaml describes no such path.
  def template(path)
    DOCUMENT['paths'].keys.find { |known| path.match?(/\A#{Regexp.escape(known).gsub(/\\\{\w+\\\}/, '[^/]+')}\z/) }
  end

  # Error messages; empty when the answer is what the contract promises.
  def problems(method, path, status, body)
    known = template(path) or return ["#{path} is not described"]
    operation = DOCUMENT.dig('paths', known, method.downcase) or return ["#{method} #{known} is not described"]
    reference = operation.dig('responses', status.to_s, '$ref') or return undescribed(operation, method, known, status)
    SEEN[[method.downcase, known]] += 1
    schema = OPENAPI.ref("#{reference}/content/application~1json/schema")
    schema.validate(short(JSON.parse(body), [known, status])).map { |error| "#{method} #{known} #{status}: #{error['error']}" }
  end

  # Without what stood at the same place of a long list before: it would be found right again, and a path of 115 skills comes in every other answer.
  def short(value, place)
    case value
    when Hash then value.to_h { |name, part| [name, short(part, [place, name])] }
    when Array then (value.size > LONG ? value.select.with_index { |one, at| at.zero? || KNOWN.add?([place, one].hash) } : value).map { short(_1, place) }
    else value
    end
  end

  # Answers every operation may give, in one shape: not logged in, another site, not JSON, too large, database away, a mistake of ours.
  def undescribed(operation, method, known, status)
    return [] if operation.dig('responses', status.to_s) # described inline: not JSON

    [400, 401, 403, 404, 411, 413, 415, 422, 429, 500, 503].include?(status) ? [] : ["#{method} #{known} may not answer #{status}"]
  end
end
