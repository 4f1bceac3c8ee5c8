# frozen_string_literal: true

module Fawnmoss
  module Analysis
    # Which stopped notes set an open string ringing (guide page on intonation; common practice).
    module Rings
      # One line of the ringing list. string: letter; with: the open string that answers, nil for a slight ring.
      Ringing = Value.of(:string, :finger, :position, :written, :ring, :with)

      # 'strong' when the note is an open string's pitch or one or two octaves from it, 'slight' a fifth above the top
      # string's name (instruments in fifths), else 'none'. pitch: as written.
      def self.ring(instrument, pitch)
        return 'strong' if answering(instrument, pitch)

        pitch.name == instrument.slight_ring ? 'slight' : 'none'
      end

      # The open string whose pitch a note is or lies one or two octaves from, the nearest; nil where none answers.
      def self.answering(instrument, pitch)
        instrument.open.select { |open| [0, 12, 24].include?((open.midi - pitch.midi).abs) }
                  .min_by { |open| (open.midi - pitch.midi).abs }
      end

      # The ringing list of an instrument in playing order, lowest string up: every stopped note of first position that
      # rings.
      #   Rings.list(violin).first.to_h # => { string: "G", finger: 1, position: "1", written: "A3", ring: "strong", with: "A" }
      def self.list(instrument)
        hands = instrument.hand.positions('1').reject { _1.form == :extended }
        instrument.open.each_with_index.flat_map do |open, string|
          (1..7).flat_map { |semitones| stopped(instrument, open, string, semitones, hands) }
        end
      end

      def self.stopped(instrument, open, string, semitones, hands)
        pitch = plain(open, semitones) or return []
        ring = ring(instrument, pitch)
        return [] if ring == 'none'

        hands.flat_map { instrument.hand.places(pitch, open, string, _1) }.map do |place|
          Ringing.new(string: open.name, finger: place.finger, position: '1', written: pitch.to_s, ring:,
                      with: answering(instrument, pitch)&.name)
        end
      end

      # The note `semitones` above an open string if it has a plain letter name or F sharp; ringing notes all do.
      def self.plain(open, semitones)
        (0..4).filter_map do |steps|
          pitch = open.up(Theory::Interval.new(steps:, semitones:))
          pitch if pitch.alter.zero? || [open.name, 'F#', 'C#'].include?(pitch.name)
        rescue InvalidInput
          nil
        end.first
      end
      private_class_method :stopped, :plain
    end
  end
end
