# frozen_string_literal: true

require 'nokogiri'

# What an exported MusicXML file says, read with Nokogiri alone and by none of our own classes, so that a count made from it is a second opinion.
module ReadInXml
  # at, stop: quarters from the start; midi: MIDI number as written; fresh: false where it is tied to the one before.
  Sounding = Struct.new(:at, :stop, :midi, :fresh)
  STEPS = { 'C' => 0, 'D' => 2, 'E' => 4, 'F' => 5, 'G' => 7, 'A' => 9, 'B' => 11 }.freeze
  STRONG = { [4, 4] => [0, 2], [2, 2] => [0, 2], [12, 8] => [0, 3], [6, 8] => [0, 3/2r], [9, 8] => [0, 3/2r, 3] }.freeze # quarters from the bar line, from any textbook (from memory)

  # { sounding: Sounding list with ties joined, strong: places in quarters from the start }.
  def self.read(xml)
    at = 0r
    per = 1
    meter = [4, 4]
    sounding = []
    strong = []
    Nokogiri::XML(xml).xpath('//part[1]/measure').each do |measure|
      start = at
      attributes = measure.at_xpath('attributes')
      per = attributes.at_xpath('divisions').text.to_i if attributes&.at_xpath('divisions')
      meter = attributes.at_xpath('time').then { [_1.at_xpath('beats').text.to_i, _1.at_xpath('beat-type').text.to_i] } if attributes&.at_xpath('time/beats')
      measure.xpath('note').each { |note| at = put(sounding, note, at, per) }
      strong.concat(strong_in(measure, meter, start, at))
    end
    { sounding: sounding.sort_by(&:at), strong: }
  end

  def self.strong_in(measure, meter, start, stop)
    full = Rational(4 * meter[0], meter[1])
    short = measure['implicit'] == 'yes' ? full - (stop - start) : 0
    STRONG.fetch(meter, [0]).map { start + _1 - short }.select { _1 >= start && _1 < stop }
  end

  def self.put(sounding, note, at, per)
    return at if note.at_xpath('grace')

    length = Rational(note.at_xpath('duration').text.to_i, per)
    from = note.at_xpath('chord') ? at - length : at
    pitch = note.at_xpath('pitch')
    tone(sounding, note, pitch, from, length) if pitch
    note.at_xpath('chord') ? at : at + length
  end

  def self.tone(sounding, note, pitch, from, length)
    midi = STEPS.fetch(pitch.at_xpath('step').text) + pitch.at_xpath('alter')&.text.to_i + (12 * (pitch.at_xpath('octave').text.to_i + 1))
    before = sounding.rindex { _1.midi == midi && _1.stop == from } if note.at_xpath('tie[@type="stop"]')
    before ? sounding[before].stop = from + length : sounding << Sounding.new(from, from + length, midi, true)
  end
  private_class_method :strong_in, :put, :tone

  # Places where both lines sound and something begins: [[at, tune's lowest and highest, part's, part strikes there], ...], nil where one is silent.
  def self.together(tune, part)
    places = (tune[:sounding] + part[:sounding]).flat_map { [_1.at, _1.stop] }.uniq.sort
    places.map do |at|
      one, other = [tune, part].map { |line| line[:sounding].select { _1.at <= at && _1.stop > at }.map(&:midi) }
      [at, one, other] if one.any? && other.any?
    end
  end

  # Fifths after fifths, octaves after octaves, unisons after unisons: places where they arrive.
  def self.parallels(tune, part)
    together(tune, part).each_cons(2).filter_map do |before, now|
      next unless before && now

      [%i[min min], %i[max max]].find do |one, other|
        (a, b), (c, d) = [before, now].map { [_1[1].send(one), _1[2].send(other)] }
        a != c && b != d && (a - b).abs % 12 == (c - d).abs % 12 && [0, 7].include?((c - d).abs % 12)
      end && now[0]
    end
  end

  # Strong beats on which both sound and an interval is neither third, fifth, sixth nor octave.
  def self.clashes(tune, part)
    strong = tune[:strong].to_set
    together(tune, part).compact.select { |at, one, other| strong.include?(at) && one.product(other).any? { |a, b| ![0, 3, 4, 7, 8, 9].include?((a - b).abs % 12) } }.map(&:first)
  end
end
