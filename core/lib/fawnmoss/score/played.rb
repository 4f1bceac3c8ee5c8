# frozen_string_literal: true

module Fawnmoss
  module Score
    # One sounding note: a written note together with those tied into it.
    Played = Value.of(
      :index,       # 0.. among sounding notes
      :head,        # index of the lowest note that sounds with it, its own when alone
      :note,        # the first written Note
      :last,        # id of the last written note tied into it
      :bar,         # printed number
      :at,          # quarters in the bar
      :key,         # Theory::Key of its bar
      :meter,       # Theory::Meter of its bar
      :onset,       # quarters from the start of the tune
      :duration,    # quarters, ties added
      :slur,        # number shared by the notes of one slur, or nil
      :dashed,      # the same for a dashed slur: somebody's proposal
      :rest_before, # quarters of rest just before
      :trill,       # pitch that it trills up to, or nil
      :ends_phrase  # a double bar, repeat or breath follows
    ) do
      def pitch = note.pitch
      def id = note.id
      def marks = note.marks

      # The counted number in its bar, how strong its place is, and whether it is on a felt beat (Theory::Meter).
      def count = meter.count_at(at)
      def strength = meter.strength(at)
      def on_beat? = meter.on_beat?(at)
      def head? = head == index
    end
  end
end
