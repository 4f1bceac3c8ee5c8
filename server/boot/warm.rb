# frozen_string_literal: true

module FawnmossServer
  module Boot
    # Charts made once before the server's processes are forked, so that each of them, and each process apart, begins with compiled code and
    # fingering tables instead of making its first teachers wait for them. About a second.
    module Warm
      TUNE = "X:1\nT:Warm\nM:4/4\nL:1/4\nK:D\n#{'D E F G|(A G) A B|A G F E|D/E/F/G/ A2|' * 6}\n".freeze
      TIMES = 4
      READS = 12
      DOWN = { 'cello' => -1, 'bass' => -1 }.freeze # octaves

      def self.up
        tune = Array.new(READS) { Fawnmoss::Notation.read(TUNE, 'abc') }.last
        Fawnmoss::Catalogue::INSTRUMENTS.product(%w[simple full]).each do |instrument, version|
          transpose = Fawnmoss::Theory::Interval.octaves(DOWN.fetch(instrument, 0))
          request = Fawnmoss::Chart::Request.build(instrument: FawnmossServer.catalogue.instrument(instrument), version:, transpose:)
          TIMES.times { JSON.generate(Fawnmoss::Chart::Solve.call(tune.copy, request, FawnmossServer.catalogue).to_h) }
        end
      end
    end
  end
end
