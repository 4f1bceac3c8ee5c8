# frozen_string_literal: true

# The small named things that specs speak about.
module Trade
  CATALOGUE = FawnmossData.load

  def catalogue = CATALOGUE
  def instrument(id, **options) = CATALOGUE.instrument(id, **options)
  def pitch(name) = Fawnmoss::Theory::Pitch.parse(name)
  def key(name) = Fawnmoss::Theory::Key.parse(name)

  # A tune from a line of ABC.
  def tune(body, key: 'D', meter: '4/4', unit: '1/4')
    Fawnmoss::Notation::Abc.read("X:1\nT:A tune\nM:#{meter}\nL:#{unit}\nK:#{key}\n#{body}\n")
  end

  # The chart (or Impossible) of a tune for an instrument id.
  def chart(tune, id = 'violin', instrument_options: {}, **request)
    request = Fawnmoss::Chart::Request.build(instrument: instrument(id, **instrument_options), **request)
    Fawnmoss::Chart::Solve.call(tune, request, CATALOGUE)
  end

  # The tunes of the demo studio.
  def demo_tunes = Dir[File.expand_path('../../../demo/tunes/*.abc', __dir__)].map { Fawnmoss::Notation::Abc.read(File.read(_1)) }

  # The forty tunes for a new studio.
  def starter_tunes
    book = Fawnmoss::Notation::Abc::Book.new(FawnmossData.starter)
    book.pieces.each_index.map { Fawnmoss::Notation::Abc.read(book.text_of(_1)) }
  end

  # A tune charted in the nearest octave that can be played, or nil.
  def nearest(score, id, **request)
    octaves = [0, -1, 1, -2].map { Fawnmoss::Theory::Interval.octaves(_1) }
    octaves.lazy.map { chart(score, id, **request, transpose: _1) }.find { _1.is_a?(Fawnmoss::Chart::Chart) }
  end

  # "D0 D1 D2 D3": string and finger of every note.
  def fingers(chart)
    names = chart.request.instrument.string_names
    chart.entries.map { |entry| "#{names[entry.place.string]}#{entry.place.finger}" }.join(' ')
  end

  # Breaks a text `times` times, 1 to `most` characters at a time, from a seed, and hands each to the block: it must end
  # in a value or in InvalidTune with a message, never in another exception. Returns how many did.
  def survives_mutilation(text, signs, seed:, times:, most:)
    random = Random.new(seed)
    times.times.count do
      broken = text.dup
      random.rand(1..most).times { broken[random.rand(broken.size)] = signs.sample(random:) }
      begin
        yield broken
        true
      rescue Fawnmoss::InvalidTune => e
        !e.message.empty?
      end
    end
  end

  def directions(chart) = chart.entries.map { { down: 'D', up: 'U' }.fetch(_1.direction) }.join
  def pin(note, **fixed) = Fawnmoss::Chart::Pin.new(note:, **fixed)

  # What the bowing is asked for where a spec plans strokes without a chart.
  def asked(school = 'strong', **more)
    Fawnmoss::Bowing::Asked.new(tempo: 72, top_speed: 1.6, weights: catalogue.bow_weights(school), keep_slurs: true, directions: {}, pinned: {}, strings: {},
                                phrases: Set.new, rocks: false, middle: 0.5, **more)
  end
end
