# frozen_string_literal: true

require_relative 'spec_helper'
require 'socket'
require 'tmpdir'

# A mail server on loopback that speaks as much of RFC 5321 as a sender needs. answers: by command what it says; :hang says nothing, :close ends.
class MailServer
  attr_reader :port, :taken

  def initialize(answers = {})
    @answers = answers
    @taken = []
    @server = TCPServer.new('127.0.0.1', 0)
    @port = @server.addr[1]
    @thread = Thread.new { loop { talk(@server.accept) } }
    @thread.report_on_exception = false
  end

  def close
    @thread.kill
    @server.close
  end

  private

  def talk(client)
    return unless say(client, :greeting, '220 here')

    while (line = client.gets)
      command = line[0, 4].strip.upcase
      return unless command == 'DATA' ? take(client) : say(client, command, '250 fine')
      return client.close if command == 'QUIT'
    end
  end

  def take(client)
    say(client, 'DATA', '354 go on')
    @taken << body(client)
    say(client, :text, '250 fine')
  end

  # False when nothing more is said.
  def say(client, command, usual)
    case (answer = @answers.fetch(command, usual))
    when :hang then sleep
    when :close then client.close
    else client.puts("#{answer}\r")
    end
    answer != :close
  end

  def body(client)
    lines = []
    while (line = client.gets) && line != ".\r\n"
      lines << line
    end
    lines.join
  end
end

RSpec.describe FawnmossServer::Mailing do
  let(:mails) { FawnmossServer.db[:mails] }
  let(:account) { FawnmossServer.db[:accounts].where(email: 'anna@example.test').get(:id) }
  let(:folder) { FawnmossServer::Mailing::Folder.new(@outbox) }

  around { |example| Dir.mktmpdir { (@outbox = _1) && example.run } }
  before { log_in }

  def write(kind = 'try') = described_class.post(account, kind, 'Grüße', "Liebe Frau,\n\nein Gruß.\n")

  # A way that does what it is told, one word a letter.
  def way(*words, twice: false)
    sent = []
    double(twice?: twice, sent:).tap do |fake|
      allow(fake).to receive(:deliver) do |letter, _id|
        case words.shift
        when :away then raise described_class::NotTaken, 'nobody there'
        when :never then raise described_class::NotTaken.new('no such box', for_good: true)
        when :lost then raise described_class::Unsure, 'lost'
        else sent << letter.to.first
        end
      end
    end
  end

  def due! = mails.update(due_at: Time.now.utc - 1)
  def states = mails.order(:id).select_map(%i[state tries trouble body])

  it 'keeps every letter in a folder, readable by any mail program, and its text no longer anywhere else' do
    write
    described_class.deliver(folder)
    described_class.deliver(folder)
    expect(folder.letters.map { _1.slice(:to, :subject, :body) }).to eq([{ to: 'anna@example.test', subject: 'Grüße', body: "Liebe Frau,\n\nein Gruß.\n" }])
    expect(File.stat(Dir["#{@outbox}/*.eml"].first).mode & 0o077).to eq(0)
    expect(states).to eq([['sent', 1, '', '']])
  end

  it 'tries again later and later while nobody takes a letter, gives up in the end, and never sends one twice' do
    write
    fake = way(*[:away] * 4)
    pauses = 4.times.map do
      described_class.deliver(fake)
      described_class.deliver(fake) # not yet
      (mails.get(:due_at) - Time.now.utc).round(-1).tap { due! }
    end
    expect(pauses).to eq([60, 300, 1800, 7200])
    3.times { described_class.deliver(fake) && due! }
    expect([fake.sent, states]).to eq([['anna@example.test'], [['sent', 5, '', '']]])
    write
    7.times { described_class.deliver(way(:away)) && due! }
    expect(states.last).to eq(['given up', 7, 'nobody there', ''])
  end

  it 'does not send again what may have been taken, nor what is refused for good' do
    2.times { write }
    fake = way(:lost, :never)
    3.times { described_class.deliver(fake) && due! }
    expect([fake.sent, states.map(&:first)]).to eq([[], ['unsure', 'given up']])
  end

  it 'sends again what a process that died had in hand only where that does no harm' do
    write
    mails.update(state: 'sending', due_at: Time.now.utc - 1)
    described_class.deliver(fake = way(twice: true))
    expect(fake.sent.size).to eq(1)
    mails.update(state: 'sending', due_at: Time.now.utc + 100) # another process is at it
    described_class.deliver(fake)
    due!
    described_class.deliver(fake = way)
    expect([fake.sent, states.map(&:first)]).to eq([[], ['unsure']])
  end

  it 'forgets after a month that a letter was sent' do
    write
    described_class.deliver(way)
    mails.update(created_at: Time.now.utc - (31 * 86_400))
    described_class.deliver(way)
    expect(mails.count).to eq(0)
  end

  it 'is not sent when what it is about did not happen' do
    FawnmossServer.db.transaction(savepoint: true) { write && raise(Sequel::Rollback) }
    expect(mails.count).to eq(0)
  end

  # What a server does, and what becomes of the letter.
  { {} => 'sent', { 'RCPT' => '550 no such box' } => 'given up', { 'RCPT' => '451 later' } => 'waiting', { greeting: '421 busy' } => 'waiting', { greeting: :hang } => 'waiting',
    { 'MAIL' => :close } => 'waiting', { text: '451 later' } => 'waiting', { text: '554 spam' } => 'given up', { text: :close } => 'unsure', { text: :hang } => 'unsure' }.each do |answers, state|
    it "is #{state} after an SMTP server says #{answers.empty? ? 'yes' : answers}" do
      stub_const('FawnmossServer::Mailing::Smtp::READ', 0.3) if answers.value?(:hang)
      server = MailServer.new(answers)
      write
      described_class.deliver(FawnmossServer::Mailing::Smtp.new(URI("smtp://127.0.0.1:#{server.port}")))
      expect([states.first.first, states.first[2].empty?]).to eq([state, state == 'sent'])
      expect(Mail.read_from_string(server.taken.first).decoded.gsub("\r\n", "\n")).to eq("Liebe Frau,\n\nein Gruß.\n") if state == 'sent'
    ensure
      server&.close
    end
  end

  it 'waits while no SMTP server is there at all, or a name is wrong' do
    write
    port = TCPServer.new('127.0.0.1', 0).tap(&:close).addr[1] rescue 9 # rubocop:disable Style/RescueModifier -- a port where nobody listens
    described_class.deliver(FawnmossServer::Mailing::Smtp.new(URI("smtp://127.0.0.1:#{port}")))
    expect(states.first.first(3)).to match(['waiting', 1, /refused/i])
  end

  it 'is set up by addresses that make sense' do
    expect(FawnmossServer::Boot::Settings.mail('FAWNMOSS_SMTP' => 'smtps://u:p@mail.example').slice(:smtp, :outbox_page)).to eq(smtp: URI('smtps://u:p@mail.example'), outbox_page: false)
    expect(FawnmossServer::Boot::Settings.mail('FAWNMOSS_OUTBOX_PAGE' => 'yes')).to include(smtp: nil, outbox_page: true)
    expect { FawnmossServer::Boot::Settings.mail('FAWNMOSS_SMTP' => 'mail.example') }.to raise_error(ArgumentError, /smtp:/)
  end

  describe 'a forgotten password' do
    let(:letters) { described_class.deliver(folder) && folder.letters }
    let(:key) { letters.first[:body][%r{/new-password#(\S+)}, 1] }

    def forgotten(email = 'anna@example.test') = api(:post, '/api/forgotten', { email: })

    it 'is replaced through a link that works once; all browsers are logged out, and a letter says so' do
      forgotten
      expect(status).to eq(200)
      expect(letters.first).to include(to: 'anna@example.test', subject: 'A new password for Anna’s room')
      api(:post, '/api/new-password', { key:, password: 'short' })
      expect(status).to eq(422)
      api(:post, '/api/new-password', { key:, password: 'three new words' })
      expect(status).to eq(200)
      api(:get, '/api/session')
      expect(status).to eq(401)
      api(:post, '/api/login', { email: 'anna@example.test', password: StudioSteps::PASSWORD })
      expect(status).to eq(401)
      api(:post, '/api/login', { email: 'anna@example.test', password: 'three new words' })
      expect(status).to eq(200)
      api(:post, '/api/new-password', { key:, password: 'three other words' })
      expect([status, JSON.parse(last_response.body)['error']]).to match([401, /does not work any more/])
      described_class.deliver(folder)
      expect(folder.letters.map { _1[:subject] }).to eq(['The password of Anna’s room was changed', 'A new password for Anna’s room'])
    end

    it 'is not told apart from an address that nobody has: words, time, a second request' do
      answers = ['anna@example.test', 'nobody@example.test', 'anna@example.test', 'x'].map do |email|
        started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        forgotten(email)
        [status, last_response.body, Process.clock_gettime(Process::CLOCK_MONOTONIC) - started >= FawnmossServer::Accounts::Ways::ALIKE] # what it takes is hidden in there
      end
      expect(answers.uniq).to eq([[200, answers.first[1], true]])
      expect(mails.where(kind: 'forgotten').count).to eq(1)
    end

    it 'does not work with a guess, another’s number, or after a day' do
      forgotten
      number = key[/\A\d+/].to_i
      ['', 'x', "#{number + 1}#{key[/_.*/]}", "#{number}_#{'a' * 43}"].each do |guess|
        api(:post, '/api/new-password', { key: guess, password: 'three new words' })
        expect(status).to eq(401)
      end
      FawnmossServer.db[:account_password_reset_keys].update(deadline: Time.now.utc - 1)
      api(:post, '/api/new-password', { key:, password: 'three new words' })
      expect(status).to eq(401)
    end
  end

  it 'tells of a changed password, and of a log-in with another browser, once an hour' do
    api(:post, '/api/change-password', { password: StudioSteps::PASSWORD, new_password: 'another long word' })
    again = lambda do
      clear_cookies
      api(:post, '/api/login', { email: 'anna@example.test', password: 'another long word' })
    end
    again.call # opened a moment ago
    FawnmossServer.db[:accounts].update(created_at: Time.now.utc - 3600)
    2.times { again.call }
    expect(mails.order(:id).select_map(:kind)).to eq(%w[changed elsewhere])
    mails.update(created_at: Time.now.utc - 4000)
    api(:post, '/api/login', { email: 'anna@example.test', password: 'another long word' }) # known by now
    expect(mails.where(kind: 'elsewhere').count).to eq(1)
  end

  it 'can be read on a page only where that is switched on' do
    api(:get, '/api/outbox')
    expect(status).to eq(404)
    write
    described_class.deliver(folder)
    allow(FawnmossServer).to receive(:settings).and_return(FawnmossServer.settings.dup.tap { |own| (own.outbox_page = true) && (own.outbox = @outbox) })
    expect(api(:get, '/api/outbox')[:letters].map { _1[:subject] }).to eq(['Grüße'])
    [{ 'REMOTE_ADDR' => '10.0.0.9' }, { 'HTTP_X_FORWARDED_FOR' => '10.0.0.9' }].each { expect(api(:get, '/api/outbox', nil, _1) && status).to eq(404) }
  end
end
