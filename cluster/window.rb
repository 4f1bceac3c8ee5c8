# frozen_string_literal: true

require 'securerandom'
require_relative '../siege/client'

# A window of a studio's page that works without a pause: looks, marks, issues cards, changes a pupil and a chart. What gets no answer, or a 5xx, is sent
# again, with its key, as the page does.
class Window
  RESEND = 0.5 # seconds
  TRIES = 60
  # what: of OPERATIONS. from, to: seconds of the clock. statuses: of each try.
  Done = Struct.new(:what, :from, :to, :statuses, keyword_init: true) do
    def failures = statuses.count { _1.zero? || _1 >= 500 }
    def answered? = statuses.last.between?(200, 499)
  end

  # What of its changes was answered with a yes. marks: keys; cards: [id, number]; versions: that the pupil had after each change; charts: the same.
  Acknowledged = Struct.new(:marks, :cards, :versions, :charts)

  OPERATIONS = { today: 3, look: 2, shelf: 1, card: 2, mark: 5, issue: 1, save: 2, change: 2 }.flat_map { |name, often| [name] * often }.freeze

  attr_reader :done, :acknowledged, :pupil

  # place: { pupil:, chart:, link: } that the window works on; client: logged in.
  def initialize(client, place, seed)
    @client = client
    @pupil = place.fetch(:pupil)
    @chart = place.fetch(:chart)
    @link = place.fetch(:link)
    @random = Random.new(seed)
    @done = []
    @acknowledged = Acknowledged.new([], [], [], [])
  end

  # Until the block says that it is over.
  def work
    send(OPERATIONS.sample(random: @random)) until yield
  end

  private

  def today = until_answered(:today) { @client.get('/api/today') }
  def look = until_answered(:look) { @client.get("/api/pupils/#{@pupil}") }
  def shelf = until_answered(:shelf) { @client.get('/api/tunes') }
  def card = until_answered(:card) { @client.get("/api/link/#{@link}") }

  def mark
    key = "mark-#{SecureRandom.hex(8)}"
    answer = until_answered(:mark) { @client.post("/api/pupils/#{@pupil}/marks", { skill: 'body.ready', value: @random.rand(4), key: }) }
    @acknowledged.marks << key if answer.status == 201
  end

  def issue
    key = "card-#{SecureRandom.hex(8)}"
    answer = until_answered(:issue) { @client.post("/api/charts/#{@chart}/cards", { key: }) }
    @acknowledged.cards << answer.json.values_at(:id, :number) if answer.status == 201
  end

  # Two windows change the same pupil: who comes second is told so, looks, and comes again.
  def save
    now = until_answered(:save) { @client.get("/api/pupils/#{@pupil}") }
    return unless now.status == 200

    body = { name: 'Bird', instrument: 'violin', lock_version: now.json[:lock_version], background: "change #{SecureRandom.hex(6)}" }
    answer = until_answered(:save) { @client.patch("/api/pupils/#{@pupil}", body) }
    @acknowledged.versions << answer.json[:lock_version] if answer.status == 200
  end

  def change
    now = until_answered(:change) { @client.get("/api/charts/#{@chart}") }
    return unless now.status == 200

    pencil = [{ kind: 'remark', note: 'n0', text: "change #{SecureRandom.hex(6)}" }] # another each time: the same change twice is one
    body = { lock_version: now.json[:lock_version], options: { tempo: 60 + @random.rand(40), pencil: }, pins: [] }
    answer = until_answered(:change) { @client.put("/api/charts/#{@chart}", body) }
    @acknowledged.charts << answer.json[:lock_version] if answer.status == 200
  end

  def until_answered(what)
    from = now
    statuses = []
    TRIES.times do
      answer = yield
      statuses << answer.status
      if answer.status.between?(200, 499)
        @done << Done.new(what:, from:, to: now, statuses:)
        return answer
      end

      sleep RESEND
    end
    @done << Done.new(what:, from:, to: now, statuses:)
    Client::Answer.new(status: 0, body: '{}', headers: {}, ms: 0)
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
