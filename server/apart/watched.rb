# frozen_string_literal: true

module FawnmossServer
  module Apart
    # A job that says how far it is while it works.
    class Watched < Job
      # limits: Limits of its lane; watch: called with a share, 0..1; what it raises ends the job.
      def initialize(limits, watch)
        super(limits)
        @watch = watch
      end

      private

      def work(block, writer)
        -> { block.call(->(share) { say(writer, [:going, share]) }) }
      end

      # The last word; those before it are handed on.
      def heard(reader)
        loop do
          bytes = super
          return bytes if bytes.empty?

          kind, share = Marshal.load(bytes) # rubocop:disable Security/MarshalLoad -- written by our own process a moment ago
          return bytes unless kind == :going

          @watch.call(share)
        end
      end
    end
  end
end
