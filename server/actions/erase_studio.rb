# frozen_string_literal: true

module FawnmossServer
  module Actions
    # Takes a studio away, with everything in it, for ever.
    module EraseStudio
      # What points at other rows of a studio without being taken with them, in the order in which it goes.
      FIRST = %i[takes card_links cards pins].freeze
      AT_ONCE = 2000 # marks, so that no statement runs for long

      def self.call(studio_id)
        of = ->(table) { FawnmossServer.db[table].where(studio_id:) }
        Models::Take.silence(Models::Take.where(studio_id:))
        FIRST.each { of.call(_1).delete }
        marks = of.call(:marks).reverse(:id).limit(AT_ONCE) # a correction is younger than what it corrects
        nil until marks.delete.zero?
        %i[charts tunes pupils].each { of.call(_1).delete }
        FawnmossServer.db[:studios].where(id: studio_id).delete
      end
    end
  end
end
