# frozen_string_literal: true

require_relative 'window'

# Some studios, each open in two windows that work on the same pupil at once.
class Load
  STUDIOS = 3
  WINDOWS = 2
  TUNE = "X:1\nT:%s\nM:4/4\nL:1/4\nK:D\nD E F G|A B c d|d c B A|G F E D|\n"

  attr_reader :windows

  # front: port of the nginx that the windows ask; server: port of a server, which shows letters to who sits at the machine.
  def initialize(front, server)
    @windows = Array.new(STUDIOS) { |n| studio(front, server, n) }.flatten
  end

  def start
    @threads = @windows.map { |window| Thread.new { window.work { @over } } }
  end

  def finish
    @over = true
    @threads.each(&:join)
  end

  def done = @windows.flat_map(&:done)
  def acknowledged(name) = @windows.flat_map { _1.acknowledged[name] }

  # Clients of a studio of its own, and what they work on.
  def self.studio(port, number)
    client = Client.new(port)
    client.sign_up("cluster-#{number}-#{SecureRandom.hex(4)}@example.test")
    pupil = client.post('/api/pupils', { name: 'Bird', instrument: 'violin' }).json.fetch(:id)
    tune = client.post('/api/tunes', { text: format(TUNE, "Load #{number}") }).json.fetch(:id)
    chart = client.post('/api/charts', { tune_id: tune, pupil_id: pupil }).json.fetch(:id)
    card = client.post("/api/charts/#{chart}/cards", {}).json
    [client, { pupil:, tune:, chart:, card: card[:id], link: card[:link][:path].delete_prefix('/k/') }]
  end

  private

  def studio(front, server, number)
    client, place = self.class.studio(server, number)
    Array.new(WINDOWS) { |n| Window.new(client.at(front), place, (number * 10) + n) }
  end
end
