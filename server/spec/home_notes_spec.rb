# frozen_string_literal: true

require_relative 'spec_helper'

RSpec.describe 'notes from home' do
  before { log_in }

  let(:today) { Date.today }
  let(:pupil) { add_pupil(lesson_day: today.cwday) }
  let(:chart) { open_chart(pupil:) }
  let(:card) { api(:post, "/api/charts/#{chart[:id]}/cards", {}) }
  let(:link) { "/api/link/#{card[:link][:path].split('/').last}" }

  def say(text, key = 'note-00001', **more) = api(:post, "#{link}/notes", { text:, key:, **more })
  def open_notes = api(:get, "/api/pupils/#{pupil[:id]}")[:notes].map { _1[:text] }

  it 'come through the link, once, and stand wherever the teacher looks next' do
    2.times { say('The second finger buzzes. Why?') }
    expect([status, api(:get, link)[:notes].map { _1.slice(:text, :answer) }]).to eq([201, [{ text: 'The second finger buzzes. Why?', answer: nil }]])
    said = [{ id: be_an(Integer), card_id: card[:id], text: 'The second finger buzzes. Why?', on: today.iso8601, answer: nil }]
    lesson = api(:post, "/api/pupils/#{pupil[:id]}/lessons", {})
    [api(:get, "/api/pupils/#{pupil[:id]}"), lesson, api(:get, "/api/lessons/#{lesson[:id]}/home"), api(:post, "/api/charts/#{chart[:id]}/work", {}),
     api(:get, '/api/today')[:lessons].first].each { expect(_1[:notes]).to match(said) }
    api(:post, "/api/pupils/#{pupil[:id]}/absences", { kind: 'paused' })
    expect(api(:get, '/api/today')[:look]).to eq([])
  end

  it 'are answered on the next card, from a chart or from a lesson, or only read' do
    say('Why does it buzz?')
    say('We were away on Tuesday.', 'note-00002')
    ids = api(:get, link)[:notes].map { _1[:id] }
    next_card = api(:post, "/api/charts/#{chart[:id]}/cards", { answers: [{ id: ids[0], answer: 'Press nearer the tape.' }, { id: ids[1], answer: ' ' }] })
    expect(next_card[:body][:answers]).to eq([{ asked: 'Why does it buzz?', answer: 'Press nearer the tape.' }])
    expect([open_notes, api(:get, link)[:notes].map { _1[:answer] }]).to eq([['We were away on Tuesday.'], ['Press nearer the tape.', nil]])
    expect(api(:post, "/api/notes/#{ids[1]}/read", {})[:answer]).to eq('')
    expect(open_notes).to eq([])
    say('And now?', 'note-00003')
    lesson = api(:post, "/api/pupils/#{pupil[:id]}/lessons", {})
    third = api(:post, "/api/lessons/#{lesson[:id]}/cards", { answers: [{ id: api(:get, link)[:notes].last[:id], answer: 'Now it rings.' }] })
    expect(third[:body][:answers]).to eq([{ asked: 'And now?', answer: 'Now it rings.' }])
  end

  it 'refuse what cannot be, and end with the link' do
    { { text: '' } => 'text', { text: 'x' * 501 } => 'text', { text: 'x', key: '!' } => 'key', { text: 'x', day: (today - 30).iso8601 } => 'day' }.each do |body, field|
      api(:post, "#{link}/notes", { key: 'note-00001', **body })
      expect([body, status, error[:where][:field]]).to eq([body, 422, field])
    end
    40.times { say('Hello', "note-1#{_1.to_s.rjust(4, '0')}") }
    say('One more', 'note-99999')
    expect([status, error[:message]]).to eq([422, 'This card has all the notes it can take.'])
    id = api(:get, link)[:notes].first[:id]
    api(:delete, "/api/cards/#{card[:id]}/link")
    say('Too late', 'note-88888')
    expect(status).to eq(404)
    log_in('berta@example.test', studio: 'Elsewhere')
    api(:post, "/api/notes/#{id}/read", {})
    expect(status).to eq(404)
  end

  it 'of others are not answered, and all go with the pupil' do
    say('Mine')
    id = api(:get, link)[:notes].first[:id]
    other = add_pupil('Other')
    theirs = api(:post, "/api/charts/#{open_chart(pupil: other, tune: add_tune('D E|', title: 'Two'))[:id]}/cards", { answers: [{ id:, answer: 'Not yours' }] })
    expect([theirs[:body][:answers], open_notes]).to eq([[], ['Mine']])
    api(:delete, "/api/pupils/#{pupil[:id]}", { name: pupil[:name] })
    expect(FawnmossServer.db[:home_notes].where(pupil_id: pupil[:id]).count).to eq(0)
  end

  describe 'files' do
    def name = last_response['content-disposition']

    it 'are called by what they are, for whom, at what tempo, of which day' do
      jorg = add_pupil('Jörg / B.')
      own = open_chart(pupil: jorg, tune: add_tune('D E F G|', title: 'Café: "Up"'))
      api(:get, "/api/charts/#{own[:id]}/chart.abc")
      expect(name).to eq("attachment; filename=\"Jorg B., Cafe Up, simple, tempo #{own[:tempo]}, #{today.iso8601}.abc\"; " \
                         "filename*=UTF-8''J%C3%B6rg%20B.%2C%20Caf%C3%A9%20Up%2C%20simple%2C%20tempo%20#{own[:tempo]}%2C%20#{today.iso8601}.abc")
      api(:get, "/api/pupils/#{jorg[:id]}/marks.csv")
      expect(name).to include("filename=\"Jorg B., marks, #{today.iso8601}.csv\"")
    end

    it 'say the link as people know it' do
      expect(card[:address]).to be_nil
      expect(api(:get, "/api/cards/#{card[:id]}")[:address]).to eq("http://127.0.0.1#{card[:link][:path]}")
      expect(api(:get, "/api/cards/#{card[:id]}", nil, { 'HTTP_X_FAWNMOSS_ORIGIN' => 'https://studio.example' })[:address]).to eq("https://studio.example#{card[:link][:path]}")
    end
  end
end
