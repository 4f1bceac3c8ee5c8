# frozen_string_literal: true

module FawnmossServer
  module Actions
    # The tunes that ship with the application, for a studio that begins: core/data/starter.abc.
    module StarterShelf
      LOCK = Mutex.new

      # [{ title:, stage:, key:, meter:, source:, there: whether the studio has it }, ...] in the order of the path.
      def self.list(studio)
        there = studio.tunes_dataset.where(digest: all.map { _1[:digest] }).select_map(:digest).to_set
        all.map { |row| { **row.slice(:title, :stage, :meter, :source), key: row[:key_name], there: there.include?(row[:digest]) } }
      end

      # Puts those on the shelf that are not there. Returns how many.
      def self.take(studio)
        FawnmossServer.db.transaction { all.count { |row| put(studio, row.except(:stage)) } }
      end

      def self.put(studio, row)
        AddTune.keep(studio, row)
        true
      rescue AddTune::Known
        false
      end

      # Columns of the rows, with the stage besides; read once.
      def self.all
        LOCK.synchronize do
          @all ||= begin
            book = Fawnmoss::Notation::Abc::Book.new(FawnmossData.starter)
            book.pieces.each_index.map { |index| read(book.text_of(index)) }.freeze
          end
        end
      end

      def self.read(text) = { **AddTune.of(text:, format: 'abc', source: text[/^S:(.*)$/, 1].strip), stage: text[/^N:(.*)$/, 1].strip }.freeze
      private_class_method :put, :all, :read
    end
  end
end
