# frozen_string_literal: true

require_relative 'spec_helper'

# Tables of fawnmoss_empty, brought up to date and broken off.
RSpec.describe FawnmossServer::Boot::Migrating, :own_rows do
  before { empty }

  after do
    @dbs&.each(&:disconnect)
    FawnmossServer.db.run('DROP DATABASE IF EXISTS fawnmoss_empty')
  end

  def connection = FawnmossServer::Boot::Database.connect(FawnmossServer.settings.database.merge(database: 'fawnmoss_empty')).tap { (@dbs ||= []) << _1 }
  def shape(db) = (db.tables - [:schema_info]).sort.to_h { |table| [table, db.fetch("SHOW CREATE TABLE `#{table}`").first[:'Create Table'].sub(/AUTO_INCREMENT=\d+ /, '')] }

  def empty
    FawnmossServer.db.run('DROP DATABASE IF EXISTS fawnmoss_empty')
    FawnmossServer.db.run('CREATE DATABASE fawnmoss_empty')
  end

  # Runs until a statement is carried out, and breaks off before it is, or after, when it is not yet written down.
  def break_off(db, at, before:)
    count = 0
    db.extend(described_class::Steps)
    db.define_singleton_method(:carry_out) do |sql, sum, &block|
      count += 1
      next super(sql, sum, &block) unless count == at

      before ? raise(Interrupt) : super(sql, sum) { block.call.tap { raise Interrupt } }
    end
    described_class.call(db)
    raise "only #{count} statements"
  rescue Interrupt
    count
  end

  it 'goes on with a run that was broken off at any place, before or after what it did last, to the very same tables' do
    whole = connection.then { |db| described_class.call(db) && shape(db) }
    random = Random.new(11)
    # Of 125 statements; all of them were tried by hand once.
    { 1 => false, random.rand(2..40) => true, random.rand(41..80) => false, random.rand(81..125) => random.rand(2).zero? }.each do |at, before|
      empty
      break_off(connection, at, before:)
      second = connection
      described_class.call(second)
      expect([at, before, shape(second)]).to eq([at, before, whole])
      expect(second[:schema_info].get(:version)).to eq(described_class.newest)
    end
  end

  it 'carries rows over once, also when it was broken off in the middle' do
    db = connection
    described_class.call(db, target: 16) # 17 makes weekly lessons of pupils into rows of their own
    account = db[:accounts].insert(email: 'a@example.test')
    studio = db[:studios].insert(account_id: account, name: 'Old')
    3.times { |n| db[:pupils].insert(studio_id: studio, name: "Pupil #{n}", instrument: 'violin', lesson_day: 1 + n, lesson_time: '16:00', lesson_minutes: 30) }
    rows = -> { db.table_exists?(:slots) ? db[:slots].count : 0 }
    at = (1..20).find do |number|
      FawnmossServer.db[:attempts].count # its connection is alive
      copy = connection
      begin
        break_off(copy, number, before: false)
      rescue RuntimeError
        nil
      end
      rows.call.positive?
    end
    expect(at).to be_between(1, 20)
    described_class.call(connection)
    expect(db[:slots].select_order_map(:weekday)).to eq([1, 2, 3])
  end

  it 'stops when a run does not go on as it began, and says what to do' do
    db = connection
    break_off(db, 3, before: true)
    db[:migration_steps].where(step: 2).update(sum: 'else')
    expect { described_class.call(connection) }.to raise_error(described_class::Changed, /Migration 1 was broken off .* restore the backup/)
  end

  it 'waits for another process that does the same, and leaves newer tables alone' do
    both = Array.new(2) { Thread.new { described_class.call(connection) } }
    expect { both.each(&:join) }.not_to raise_error
    db = connection
    db[:schema_info].update(version: 999)
    before = shape(db)
    described_class.call(db)
    expect([db[:schema_info].get(:version), shape(db)]).to eq([999, before])
  end
end
