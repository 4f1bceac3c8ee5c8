# frozen_string_literal: true

module FawnmossServer
  module Models
    # A kind of request that a studio's shelf is seen through, and what its tunes ask for in it. Made anew when the tune or the engine is
    # another: rows of an older text or an older engine are not looked at.
    class DemandKind < Sequel::Model(FawnmossServer.db[:demand_kinds])
      KEPT = 24 # kinds a studio: more are met only over years
      FRESH = 60 # days: kinds not used for longer are let go
      OLD = 2 # days, for those of another engine: while two versions run side by side

      plugin :serialization, :json, :request

      # The kind of a Fawnmoss::Chart::Request in a studio, made when it is new; noted as used today.
      def self.for(studio, request)
        asked = request.kind
        kind = Digest::SHA256.hexdigest(JSON.generate([FawnmossServer.engine, asked]))
        found = first(studio_id: studio.id, kind:) || added(studio, kind, asked)
        found.this.update(used_on: Date.today) unless found.used_on == Date.today
        found
      end

      def self.added(studio, kind, asked)
        dataset.insert_ignore.insert(studio_id: studio.id, kind:, engine: FawnmossServer.engine, request: JSON.generate(asked), used_on: Date.today)
        first(studio_id: studio.id, kind:) || raise(Missing) # the studio went meanwhile
      end
      private_class_method :added

      # Those of a studio that this engine answers, the one used last first.
      def self.current(studio_id) = where(studio_id:, engine: FawnmossServer.engine).reverse(:used_on, :id)

      # Lets those go that nobody has looked through for long; none of today, for one may be made while this runs.
      def self.tidy(studio_id)
        kept = current(studio_id).where { used_on > Date.today - FRESH }.limit(KEPT).select_map(:id)
        stale = where(studio_id:).exclude(id: kept).where { used_on < Date.today }
        stale.where(Sequel.expr(engine: FawnmossServer.engine) | (Sequel[:used_on] < Date.today - OLD)).delete
      end

      # Fawnmoss::Chart::Request.
      def to_request
        kind = request.transform_keys(&:to_sym)
        Fawnmoss::Chart::Request.of_kind(kind, FawnmossServer.catalogue.instrument(kind[:instrument], tuning: kind[:tuning], bass_hand: kind[:bass_hand]))
      end

      # Tunes of the studio that have not been looked at in this kind, as they now are.
      def unseen
        kind_id = id
        Tune.dataset.where(studio_id:).left_join(:tune_demands, Sequel[:tune_demands][:tune_id] => Sequel[:tunes][:id], kind_id:,
                                                               Sequel[:tune_demands][:digest] => Sequel[:tunes][:digest])
            .where(Sequel[:tune_demands][:tune_id] => nil).select_all(:tunes)
      end

      # Keeps what was found; false when a tune or the kind is gone meanwhile. found: { Tune => Fawnmoss::Chart::Asks }.
      def keep(found)
        rows = found.map do |tune, asks|
          { kind_id: id, tune_id: tune.id, digest: tune.digest, moved: asks.moved, why: asks.why, bars: JSON.generate(asks.demand_bars),
            sets: JSON.generate(asks.demand_notes.transform_keys { _1.join(' ') }) }
        end
        FawnmossServer.db[:tune_demands].on_duplicate_key_update(:digest, :sets, :bars, :moved, :why).multi_insert(rows)
        true
      rescue Sequel::ForeignKeyConstraintViolation
        false # the next look finds what is left
      end
    end
  end
end
