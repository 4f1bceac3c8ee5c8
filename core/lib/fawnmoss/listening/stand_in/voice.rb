# frozen_string_literal: true

module Fawnmoss
  module Listening
    module StandIn
      # The sound of the stand-in pupil: a bowed string by partials, each the weaker the higher, with the breath of the bow, a slow beginning, vibrato,
      # and open strings that go on ringing after notes that are in tune. No sampled sound, nothing that an instrument maker would own to.
      class Voice
        RATE = 22_050 # samples a second
        PARTIALS = 14
        ROOM = 1.0 # seconds after the last note
        LOUD = 0.16 # of full scale
        ATTACK = 0.05 # seconds in which a stroke speaks
        RELEASE = 0.06 # and in which it dies away
        BREATH = 0.012 # noise of the bow beside the tone
        SWING = 5.5 # Hz of the vibrato
        RINGS = 8 # cents within which an open string answers
        RING = 0.03 # how loud, beside the tone
        DECAY = 0.7 # seconds in which ringing falls to a third
        LOWEST_BODY = 180 # Hz under which a body carries less

        # events: Playing::Event list; faults: Faults; open: midi numbers of the open strings as they sound; chance: answers numbers from 0 to under 1.
        # Returns Sound.
        def self.of(events, faults, open:, chance:) = new(events, faults, open, chance).sound

        def initialize(events, faults, open, chance)
          @events = events
          @faults = faults
          @open = open
          @chance = chance
          @samples = Numo::SFloat.zeros(((events.map(&:finish).max + ROOM) * RATE).ceil)
        end

        def sound
          @hiss = noise(RATE)
          @events.each { |event| add(event.start, tone(event)) && ring(event) }
          background
          Sound.new(samples: @samples.clip(-1, 1), rate: RATE)
        end

        private

        # White, by chance, a second of it.
        def noise(count) = Numo::SFloat.cast(Array.new(count) { (2 * @chance.call) - 1 })

        def add(start, samples)
          from = (start * RATE).round
          count = [samples.size, @samples.size - from].min
          @samples[from...(from + count)] += samples[0...count]
        end

        def times(count) = Numo::DFloat.new(count).seq / RATE

        def tone(event)
          count = ((event.finish - event.start + RELEASE) * RATE).round
          time = times(count)
          phase = (hertz(event, time) * (2 * Math::PI / RATE)).cumsum
          wave = partials(event).sum { |number, weight| Numo::DFloat::Math.sin(phase * number) * weight }
          wave += breath(time)
          (wave * envelope(event, time) * (LOUD * (10**(event.loudness / 20)))).cast_to(Numo::SFloat)
        end

        # More of it where the stroke begins.
        def breath(time) = hiss(time.size) * (BREATH + (4 * BREATH * Numo::DFloat::Math.exp(-time / 0.03)))

        # The same second of noise, from anywhere in it.
        def hiss(count)
          from = (@chance.call * RATE).floor
          Numo::SFloat.cast(Array.new((count / RATE) + 2) { @hiss }.reduce(&:concatenate)[from...(from + count)])
        end

        # By sample: glide, then vibrato that grows.
        def hertz(event, time)
          cents = time * 0
          cents += event.slide[0] * (1 - (time / event.slide[1])).clip(0, 1) if event.slide
          cents += @faults.vibrato * (time / 0.3).clip(0, 1) * Numo::DFloat::Math.sin(time * (2 * Math::PI * SWING)) if @faults.vibrato.positive?
          Numo::DFloat::Math.exp((cents + event.cents - 6900) * (Math.log(2) / 1200)) * 440
        end

        # [[number, weight], ...] of what can be heard.
        def partials(event)
          base = Cents.hertz(event.cents)
          (1..PARTIALS).select { base * _1 < RATE * 0.45 }.map { |number| [number, body(base * number) / (number**1.1)] }
        end

        def body(hertz) = hertz < LOWEST_BODY ? 0.4 + (0.6 * hertz / LOWEST_BODY) : 1.0

        def envelope(event, time)
          length = event.finish - event.start
          (time / ATTACK).clip(0, 1) * ((length + RELEASE - time) / RELEASE).clip(0, 1)
        end

        # An open string at the octave of what was just played, when that was in tune.
        def ring(event)
          cents = event.cents - @faults.tuning
          answering = @open.map { |midi| 100 * midi }.select { |open| cents > open - 600 && [(cents - open) % 1200, (open - cents) % 1200].min <= RINGS }
          answering.each { |open| add(event.finish, ringing(open)) }
        end

        # cents: of the string.
        def ringing(cents)
          time = times((2 * DECAY * RATE).round)
          hertz = Cents.hertz(cents + @faults.tuning)
          (Numo::DFloat::Math.sin(time * (2 * Math::PI * hertz)) * Numo::DFloat::Math.exp(-time / DECAY) * (LOUD * RING)).cast_to(Numo::SFloat)
        end

        # The room, as loud as asked.
        def background
          level = 10**(@faults.noise / 20.0)
          whole = Array.new((@samples.size / RATE) + 1) { @hiss }.reduce(&:concatenate)
          @samples += whole[0...@samples.size] * level
        end
      end
    end
  end
end
