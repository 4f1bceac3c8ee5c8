# frozen_string_literal: true

require_relative 'spec_helper'
require 'tmpdir'

# Backups read what is committed, over connections of their own; they are restored into fawnmoss_empty.
RSpec.describe FawnmossServer::Keeping, :own_rows do
  around do |example|
    Dir.mktmpdir { |folder| (@folder = folder) && example.run }
  ensure
    FawnmossServer.db[:studios].select_map(:id).each { FawnmossServer::Actions::EraseStudio.call(_1) }
    FawnmossServer.db[:accounts].delete
    FawnmossServer.db[:attempts].delete
  end

  before do
    log_in
    FileUtils.mkdir_p(other_state)
    File.write(File.join(other_state, 'settings.env'), "FAWNMOSS_SECRET=#{'x' * 96}\nFAWNMOSS_DB_PORT=1\n")
    File.write(passphrase, "a brook under the birch\n")
    empty_place
  end

  after { @restored&.disconnect }

  let(:passphrase) { File.join(@folder, 'passphrase') }
  let(:other_state) { File.join(@folder, 'other') }
  let(:other_settings) { FawnmossServer.settings.dup.tap { _1.database = _1.database.merge(database: 'fawnmoss_empty') } }
  let(:backups) { File.join(@folder, 'backups') }

  def empty_place = FawnmossServer.db.run('DROP DATABASE IF EXISTS fawnmoss_empty') || FawnmossServer.db.run('CREATE DATABASE fawnmoss_empty')

  # [exit code, words] of a command; the source is this server's database, the place to restore into another.
  def command(name, *arguments)
    out = StringIO.new
    settings, state = name == 'restore' ? [other_settings, other_state] : [FawnmossServer.settings, @folder]
    code = described_class::Command.new(settings, state, input: StringIO.new, out:).run([name, *arguments, '--passphrase-file', passphrase])
    [code, out.string]
  end

  def backup = command('backup').then { |code, words| (code.zero? && words[/\A(.+?):/, 1]) || raise(words) }
  def restored = @restored ||= Sequel.connect(**other_settings.database, encoding: 'utf8mb4')
  def sums(db) = described_class::Table.names(db).to_h { [_1, described_class::Table.new(db, _1).each_line] }

  it 'brings back everything in another place, to the last character, with its links, and nobody is logged in there' do
    ids = full_studio
    api(:patch, '/api/studio', { name: "Anna’s “room” 𝄞 \\ 'x'" })
    api(:post, "/api/cards/#{ids['cards']}/link", {})
    file = backup
    expect(File.stat(file).mode & 0o077).to eq(0)
    expect(File.binread(file)).not_to include('Anna', 'anna@example.test')
    code, words = command('restore', file)
    expect([code, words]).to match([0, /Restored and compared, table by table: 45 tables, \d+ rows/])
    expect(sums(restored)).to eq(sums(FawnmossServer.db))
    expect(restored[:studios].get(:name)).to eq("Anna’s “room” 𝄞 \\ 'x'")
    expect([restored[:account_active_session_keys].count, restored[:mails].count, restored[:schema_info].get(:version)]).to eq([0, 0, FawnmossServer::Boot::Migrating.newest])
    settings = File.read(File.join(other_state, 'settings.env'))
    expect(settings.lines.map(&:chomp)).to eq(["FAWNMOSS_SECRET=#{FawnmossServer.settings.secret}", 'FAWNMOSS_DB_PORT=1'])
    expect(restored[:pupils].where(id: ids['pupils']).delete).to eq(1) # what hangs together does so there too
    expect(restored[:marks].where(pupil_id: ids['pupils']).count).to eq(0)
  end

  it 'is of one moment, however much is written meanwhile' do
    studio = FawnmossServer::Models::Studio.first
    writing = true
    writer = Thread.new do
      while writing
        FawnmossServer.db.transaction do
          studio.add_pupil(name: "Wren #{rand(10**12)}", instrument: 'violin')
          studio.add_holiday(from_date: Date.today, to_date: Date.today, name: 'Away')
        end
      end
    end
    sleep 0.2
    file = backup
    writing = false
    writer.join
    lines = described_class::Sealed.read(file, 'a brook under the birch') { _1.read.lines }
    ends = lines.grep(/\A\{"end"/).map { JSON.parse(_1) }.to_h { [_1['end'], _1['rows']] }
    expect(ends['pupils']).to eq(ends['holidays'])
    expect(ends['pupils']).to be_between(1, studio.pupils_dataset.count)
    expect(command('backup', '--check', file).first).to eq(0)
  end

  it 'keeps the last so many, the one just made in any case, and checks the newest' do
    FileUtils.mkdir_p(backups)
    %w[20200101-000000 20200102-000000 20990101-000000].each { File.write(File.join(backups, "fawnmoss-#{_1}.backup"), 'x') }
    File.write(File.join(backups, 'mine.txt'), 'x')
    code, words = command('backup', '--keep', '2')
    expect([code, words]).to match([0, /2 older ones taken away, 2 kept/])
    expect(Dir.children(backups)).to contain_exactly('mine.txt', 'fawnmoss-20990101-000000.backup', match(/\Afawnmoss-20[23]\d{5}-\d{6}\.backup/))
    File.delete(File.join(backups, 'fawnmoss-20990101-000000.backup'))
    expect(command('backup', '--check')).to match([0, /opens, and all of it is there: 45 tables/])
    expect(FawnmossServer.db.fetch("SHOW DATABASES LIKE 'fawnmoss_check'").all).to eq([]) # the one for trying is gone
  end

  it 'says what is wrong with a file, and leaves the place as it was' do
    file = backup
    whole = File.binread(file)
    middle = whole.bytesize / 2
    { 'cut' => [whole[0, middle], /cut short or was changed/], 'end' => [whole[0..-30], /cut short or was changed/],
      'bit' => [whole.dup.tap { |bytes| bytes.setbyte(middle, bytes.getbyte(middle) ^ 1) }, /cut short or was changed/], 'text' => ['hello', /no backup/], 'empty' => ['', /no backup|could not/] }.each do |name, (bytes, words)|
      File.binwrite(path = File.join(@folder, name), bytes)
      expect([name, *command('restore', path)]).to match([name, 1, words])
    end
    File.write(passphrase, "another passphrase\n")
    expect(command('restore', file)).to match([1, /passphrase does not open/])
    expect(command('restore', File.join(@folder, 'nowhere'))).to match([1, /cannot be read: No such file/])
    expect(restored.tables).to eq([])
    expect(File.read(File.join(other_state, 'settings.env'))).to include('x' * 96)
  end

  # A file of these lines, sealed as they stand.
  def sealed(*lines)
    File.join(@folder, "made#{rand(10**9)}").tap { |path| described_class::Sealed.write(path, 'a brook under the birch') { |out| lines.each { out.puts(_1.is_a?(String) ? _1 : JSON.generate(_1)) } } }
  end

  it 'refuses what a newer program made, what does not hold together and what is something else' do
    head = { format: 'fawnmoss backup', version: 1, tables: FawnmossServer::Boot::Migrating.newest, secret: 's' }
    account = ['1', '2', 'a@example.test', nil, '2026-11-30 10:00:00.000000', nil]
    columns = %w[id status_id email password_hash created_at erase_at]
    sum = Digest::SHA256.hexdigest("#{JSON.generate(account)}\n")
    { [head.merge(version: 2)] => /newer Fawnmoss/, [head.merge(tables: 999)] => /tables 999; this one knows/, [{ format: 'else' }] => /no backup/,
      [head] => /cut short/, [head, { table: 'accounts', columns: }, account] => /cut short/, [head, { end: 'fawnmoss backup', tables: 3 }] => /cut short/,
      [head, { table: 'accounts', columns: }, account, { end: 'accounts', rows: 1, sum: 'wrong' }] => /accounts of this backup was changed/,
      [head, { table: 'accounts', columns: }, account, { end: 'accounts', rows: 2, sum: }, { end: 'fawnmoss backup', tables: 1 }] => /not the same: accounts/,
      ['hello'] => /no backup/ }.each do |lines, words|
      expect([lines.size, *command('restore', sealed(*lines))]).to match([lines.size, 1, words])
    end
    good = sealed(head, { table: 'accounts', columns: }, account, { end: 'accounts', rows: 1, sum: }, { end: 'fawnmoss backup', tables: 1 })
    expect(command('restore', good)).to match([0, /1 tables, 1 rows/])
  end

  it 'restores what an older program made, which the next start brings up to date' do
    head = { format: 'fawnmoss backup', version: 1, tables: 22, secret: 's' }
    account = ['1', '2', 'a@example.test', nil, '2026-11-30 10:00:00.000000']
    sum = Digest::SHA256.hexdigest("#{JSON.generate(account)}\n")
    file = sealed(head, { table: 'accounts', columns: %w[id status_id email password_hash created_at] }, account, { end: 'accounts', rows: 1, sum: }, { end: 'fawnmoss backup', tables: 1 })
    expect(command('restore', file).first).to eq(0)
    expect(restored[:schema_info].get(:version)).to eq(22)
    FawnmossServer::Boot::Database.migrate(restored)
    expect(restored[:accounts].first).to include(email: 'a@example.test', erase_at: nil)
  end

  it 'goes into an empty place only, where no server runs, one at a time' do
    file = backup
    running = Sequel.connect(**other_settings.database)
    running.get(1)
    expect(command('restore', file)).to match([1, /A server is running here/])
    running.disconnect
    File.open(File.join(other_state, 'fawnmoss_restore.lock'), 'w') do |other|
      other.flock(File::LOCK_EX)
      expect(command('restore', file)).to match([1, /Another restore is going on/])
    end
    expect(command('restore', file).first).to eq(0)
    expect(command('restore', file)).to match([1, /There are studios here already/])
  end

  it 'says when it cannot be written, and leaves nothing half done' do
    File.write(backups, 'a file where the folder should be')
    expect(command('backup')).to match([1, /cannot be written: /])
    File.delete(backups)
    stub_const('FawnmossServer::Keeping::Sealed::SEAL', ['sh', '-c', 'cat > /dev/null; echo "gpg: [stdout]: write error: No space left on device" >&2; exit 2'])
    expect(command('backup')).to match([1, /The disk is full/])
    expect(Dir.children(backups)).to eq([])
  end

  it 'finds a full disk by itself' do
    expect { described_class::Sealed.send(:run, described_class::Sealed::SEAL, 'a brook under the birch', { out: File.open('/dev/full', 'w') }) { |out| out.write('x' * 1_000_000) } }
      .to raise_error(described_class::Trouble, /The disk is full/)
  end

  it 'asks for a passphrase that is worth one, and says how it is called' do
    File.write(passphrase, "short\n")
    expect(command('backup')).to match([1, /12 characters/])
    File.delete(passphrase)
    expect(command('backup')).to match([1, /cannot be read: No such file/])
    out = StringIO.new
    expect([described_class::Command.new(FawnmossServer.settings, @folder, input: StringIO.new, out:).run(['backup']), out.string]).to match([1, /name a file/])
    [%w[backup --tea], %w[backup --keep x], %w[backup --keep 0], %w[backup x], %w[restore], %w[restore a b]].each { |typed| expect([typed, *command(*typed)]).to match([typed, 2, /usage: bin/]) }
  end
end
