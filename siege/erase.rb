# frozen_string_literal: true

require 'securerandom'
require_relative 'client'
require_relative '../server/fawnmoss_server'

# Erases pupils while others write about them: nobody gets an error that is the server's, and nothing of the pupil stays behind.
class Erase
  # pupils: erased; statuses: answers to those who wrote meanwhile, counted; left: rows about erased pupils, by table; refused: pupils
  # who could not be erased.
  Report = Struct.new(:pupils, :statuses, :left, :refused, keyword_init: true)

  def initialize(port)
    @client = Client.new(port, source: '127.0.0.6').tap { _1.sign_up("erase-#{SecureRandom.hex(4)}@example.test") }
    @tune = @client.post('/api/tunes', { text: "X:1\nT:Steps\nL:1/4\nM:4/4\nK:D\nDEFG|A2A2|\n" }).json.fetch(:id)
    @statuses = Hash.new(0)
    @lock = Mutex.new
  end

  # Returns Report.
  def run(pupils)
    ids = Array.new(pupils) { |n| @client.post('/api/pupils', { name: "Bird #{n}", instrument: 'violin' }).json.fetch(:id) }
    refused = ids.each_with_index.count { |id, n| erase(id, "Bird #{n}") != 200 }
    Report.new(pupils:, statuses: @statuses, left: left(ids), refused:)
  end

  private

  def erase(id, name)
    chart = @client.post('/api/charts', { tune_id: @tune, pupil_id: id }).json.fetch(:id)
    writers = ways(id, chart).map { |way| Thread.new { 6.times { note(way.call) } } }
    sleep rand * 0.1
    status = nil
    20.times do # a server that is busy asks for another try
      status = @client.delete("/api/pupils/#{id}", { name: }).status
      break unless status == 503
    end
    writers.each(&:join)
    status
  end

  # What others send meanwhile.
  def ways(id, chart)
    [-> { @client.post("/api/pupils/#{id}/marks", { skill: 'body.ready', value: 2, key: "erase-#{SecureRandom.hex(6)}" }) },
     -> { @client.post("/api/charts/#{chart}/cards", {}) },
     -> { @client.post("/api/pupils/#{id}/holds", { key: "erase-#{SecureRandom.hex(6)}" }) },
     -> { @client.post("/api/pupils/#{id}/promises", { kind: 'own', title: 'Strings', key: "erase-#{SecureRandom.hex(6)}" }) },
     -> { @client.post("/api/pupils/#{id}/lessons", {}) }]
  end

  def note(answer) = @lock.synchronize { @statuses[answer.status] += 1 }

  # Every table that names pupils.
  def left(ids)
    FawnmossServer.boot(ENV) unless FawnmossServer.db
    tables = FawnmossServer.db.tables.select { FawnmossServer.db[_1].columns.include?(:pupil_id) }
    tables.to_h { [_1, FawnmossServer.db[_1].where(pupil_id: ids).count] }.reject { |_, rows| rows.zero? }
  end
end
