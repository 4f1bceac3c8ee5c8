# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe FawnmossServer::Models::PupilDigest do
  def body(pupil) = described_class.with_pk!(pupil[:id]).body

  it 'is the same when marks are added one by one as when it is made anew from all of them' do
    log_in
    pupil = add_pupil
    tune = add_tune
    random = Random.new(3)
    wrong = nil
    40.times do |n|
      about = (n % 5).zero? ? { tune_id: tune[:id] } : { skill: %w[body.ready body.care bow.fall][random.rand(3)] }
      made = mark(pupil, **about, value: random.rand(4), made_on: (Date.today - random.rand(60)).iso8601)
      wrong = made[:mark] if n == 20
    end
    mark(pupil, skill: 'body.ready', value: 3, corrects_id: wrong[:id])
    mark(pupil, skill: 'bow.fall', value: 3)
    added = body(pupil)
    described_class.renew(FawnmossServer::Models::Pupil[pupil[:id]])
    expect(added).to eq(body(pupil))
  end

  it 'misses no mark when many are set at once', :own_rows do
    log_in("many-#{rand(1_000_000)}@example.test")
    pupil = FawnmossServer::Models::Pupil[add_pupil[:id]]
    fields = ->(n) { FawnmossServer::Inputs::Fields.new({ 'skill' => %w[body.ready body.care bow.fall][n % 3], 'value' => n % 4 }) }
    readers = Array.new(2) { Thread.new { 15.times { described_class.renew(FawnmossServer::Models::Pupil[pupil.id]) } } }
    writers = Array.new(4) { |n| Thread.new { 8.times { |at| FawnmossServer::Actions::RecordMark.call(FawnmossServer::Models::Studio[pupil.studio_id], pupil.id, fields.call(n + at), Date.today) } } }
    [*readers, *writers].each(&:join)
    expect(body({ id: pupil.id })['marks']).to eq(32)
    kept = body({ id: pupil.id })
    described_class.renew(pupil)
    expect(kept).to eq(body({ id: pupil.id }))
  ensure
    FawnmossServer.db[:accounts].delete
  end
end
