# frozen_string_literal: true

module FawnmossServer
  module Models
    # A pupil's marks in short, so that a whole studio can be shown without reading years of them. Derived: made anew from the marks
    # in the same transaction that adds one.
    class PupilDigest < Sequel::Model(FawnmossServer.db[:pupil_digests])
      unrestrict_primary_key
      plugin :serialization, :json, :body

      # Makes it from the marks as they stand. Two at once would each miss the other's mark, so the pupil's row is locked meanwhile.
      # Returns the digest.
      def self.renew(pupil)
        db.transaction do
          pupil.lock!
          keep(pupil, shorten(pupil.standing_rows))
        end
      end

      # Makes anew only what a mark just added is about. To be called with the pupil's row locked.
      def self.add(pupil, mark)
        old = mark.corrects_id && Mark[mark.corrects_id]
        known = replaced?(mark, old) ? first(pupil_id: pupil.id) : nil
        return renew(pupil) unless known

        own = shorten(pupil.standing.where(mark.values.slice(:skill, :tune_id)).order(:made_on, :id).naked.all)
        body = known.body
        keep(pupil, last: [body['last'], mark.made_on.iso8601].compact.max, marks: body['marks'] + (old ? 0 : 1),
                    tails: body['tails'].merge(own[:tails]), tunes: body['tunes'].merge(own[:tunes].transform_keys(&:to_s)))
      end

      # Nothing but what the mark is about is another: it is new, or another mark for the same thing on the same day.
      def self.replaced?(mark, old)
        return true unless old

        !mark.struck && %i[skill tune_id made_on].all? { mark[_1] == old[_1] }
      end

      def self.keep(pupil, body)
        row = { pupil_id: pupil.id, studio_id: pupil.studio_id, body: JSON.generate(body) }
        dataset.on_duplicate_key_update(:body).insert(row)
        with_pk!(pupil.id)
      end
      private_class_method :keep, :replaced?

      # rows: of marks, oldest first. tails: { skill => [[value, Julian day, 'placed' where it was], ...] }; tunes: { tune id => [last value, date, times] }.
      def self.shorten(rows)
        skills, tunes = rows.partition { _1[:skill] }
        { last: rows.last && rows.last[:made_on].iso8601, marks: rows.size,
          tails: skills.group_by { _1[:skill] }.transform_values { |list| tail(list) },
          tunes: tunes.group_by { _1[:tune_id] }.transform_values { |list| [list.last[:value], list.last[:made_on].iso8601, list.size] } }
      end

      def self.tail(rows)
        Fawnmoss::Path::Tail.of(rows.map { Mark.value(_1) }).map { [_1.value, _1.on.jd, *(_1.source if _1.placed?)] }
      end
      private_class_method :shorten, :tail

      # Path::Tail::Glimpse list: enough for states, looks back and plans.
      def to_values
        body['tails'].flat_map do |skill, tail|
          tail.map { |value, jd, source| Fawnmoss::Path::Tail::Glimpse.new(skill, value, Date.jd(jd), source) }
        end
      end

      # What it says, as one number: another as soon as a mark was added.
      def print = values[:body].hash

      def last_seen = body['last'] && Date.iso8601(body['last'])
      def tunes = body['tunes']
    end
  end
end
