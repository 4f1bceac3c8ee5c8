# frozen_string_literal: true

# Somebody who writes a tune on the writing desk, key by key: at each note the quickest way that a careful person would see.
class Typist
  W = Fawnmoss::Writing

  # acts: [[name, what it is given], ...] so far, a key each; desk: what is written.
  attr_reader :acts, :desk

  # by: :letter or :finger.
  def initialize(desk, by)
    @desk = desk
    @by = by
    @acts = []
  end

  # sounds: Notation::Events::Sound list, ties joined.
  def write(sounds)
    at = 0
    while at < sounds.size
      again = bar_again(sounds.drop(at))
      press('again', bar: true) if again.positive?
      one(sounds[at], sounds[at + 1]) if again.zero?
      at += [again, 1].max
    end
    self
  end

  private

  # How many of the sounds that come are those of the bar that was just filled; two at the least.
  def bar_again(coming)
    bar = @desk.sheet.bars.last
    return 0 unless bar && bar.sounds.size > 1 && bar.length == @desk.sheet.room(@desk.sheet.bars.size - 1)

    same = bar.sounds.zip(coming).all? { |one, other| other && [one.pitches, one.length, one.ratio] == [other.pitches, other.length, other.ratio] && one.tied.empty? }
    same ? bar.sounds.size : 0
  end

  def press(act, **given)
    @acts << [act, given]
    @desk = @desk.press(act, given.transform_keys(&:to_s))
  end

  def one(sound, after)
    press('triplet') if sound.ratio && @desk.pen.group.zero?
    wanted = sound.written
    before(wanted, after && after.written)
    from = @desk.sounds.size
    sound.rest? ? press('rest') : pitch(sound.pitches.first)
    stretch(wanted, from)
  end

  # The pen's length, where it is not reached more quickly afterwards.
  def before(wanted, following)
    return if wanted == @desk.pen.written || soon(wanted, following)

    base = Fawnmoss::Score::Note.drawn(wanted) ? wanted : Fawnmoss::Notation::Assembler::Signs.drawn(wanted).first
    _, dots = Fawnmoss::Score::Note.drawn(base)
    plain = dots.positive? ? Fawnmoss::Score::Note::TYPES.keys.find { _1 < base } : base
    press('length', length: plain.to_s) unless plain == @desk.pen.written
  end

  # One key behind the note does it, and the note after goes on as before.
  def soon(wanted, following)
    now = @desk.pen.written
    return true if wanted == now * 3 / 2
    return false if @desk.pen.once

    [now * 2, now / 2].include?(wanted) && following != wanted
  end

  def pitch(wanted)
    @by == :letter ? press('letter', letter: wanted.letter.downcase) : finger(wanted)
    octaves(wanted)
    signs(wanted)
  end

  def written = @desk.sounds.last.pitches.last

  def octaves(wanted)
    press('octave', up: (wanted.step - written.step) / 7) while (wanted.step - written.step).abs >= 7
    press('step', up: (wanted.step <=> written.step)) while wanted.step != written.step
  end

  def signs(wanted)
    press(wanted.alter > written.alter ? 'sharp' : 'flat') while wanted.alter != written.alter
  end

  # The finger on the string that the pen is on, on a neighbour, else on another.
  def finger(wanted)
    here, across = [false, true].map { |over| (0..4).find { |finger| try(finger, over) == wanted } }
    return press('finger', finger: here) if here
    return press('finger', finger: across, across: true) if across

    names = @desk.instrument.string_names
    hand = W::Fingers.new(@desk.instrument, (@desk.sheet.bars.last || @desk.sheet.start).key)
    string, finger = names.product([0, 1, 2, 3, 4]).min_by { |name, number| hand.on(name, number)&.then { |pitch| ((pitch.step - wanted.step).abs * 3) + (pitch.alter - wanted.alter).abs } || 99 }
    press('string', string:) unless string == (@desk.pen.string || names.last)
    press('finger', finger:)
  end

  def try(finger, across)
    @desk.press('finger', { 'finger' => finger, 'across' => across }).sounds.last.pitches.last
  rescue Fawnmoss::InvalidInput
    nil
  end

  # Behind the note: longer, shorter, dotted, held.
  def stretch(wanted, from)
    return if total(from) == wanted

    now = total(from)
    case wanted / now
    when 2r then press('longer')
    when 1/2r then press('shorter')
    when 3/2r then press('dot')
    else hold(wanted, from)
    end
  end

  def total(from) = @desk.sounds.drop(from).sum(&:written)

  def hold(wanted, from)
    while (left = wanted - total(from)).positive?
      part = Fawnmoss::Notation::Assembler::Signs.drawn(left).first
      press('length', length: part.to_s) unless @desk.pen.written == part
      @desk.sounds.last.rest? ? press('rest') : press('hold')
    end
  end
end
