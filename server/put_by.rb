# frozen_string_literal: true

module FawnmossServer
  # What Today shows of pupils, worked out ahead and kept in the database: a process that has just been started, or another than the one that worked it
  # out, finds it there. Each answer stands under a digest of all that it was worked out from, so what was marked since is not found. Derived: the table
  # can be emptied at any time.
  class PutBy
    KINDS = %i[looks plan].freeze # of what Roll remembers: plain values, as JSON takes them
    AT_ONCE = 100 # rows written together

    # from: everything that an answer depends on. A name for it that is the same in every process.
    def self.name(*from) = Digest::SHA256.hexdigest(Marshal.dump([FawnmossServer.code, from]))[0, 32]

    # pupils: ids.
    def initialize(pupils)
      @pupils = pupils
      @noted = Hash.new { |all, id| all[id] = {} }
    end

    # The answer of that name, or nil.
    def find(pupil_id, name) = rows.dig(pupil_id, name)

    # It is to be kept.
    def note(pupil_id, name, answer) = @noted[pupil_id][name] = answer

    # Keeps what was noted, and nothing else, for each pupil it was noted of.
    def keep(studio_id)
      changed = @noted.reject { |id, answers| rows[id]&.keys&.sort == answers.keys.sort }
      changed.each_slice(AT_ONCE) do |some|
        values = some.map { |pupil_id, answers| { pupil_id:, studio_id:, body: JSON.generate(answers) } }
        FawnmossServer.db[:put_by].on_duplicate_key_update(:body).multi_insert(values)
      end
    end

    private

    # { pupil id => { name => answer } }, read once.
    def rows
      @rows ||= FawnmossServer.db[:put_by].where(pupil_id: @pupils).select_hash(:pupil_id, :body).transform_values do |body|
        JSON.parse(body).transform_values { |answer| answer.map { _1.transform_keys(&:to_sym).freeze }.freeze }
      end
    end
  end
end
