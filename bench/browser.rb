# frozen_string_literal: true

# See bin/bench --browser: what a teacher waits for, in headless Chromium against the real server (needs FAWNMOSS_PORT and the
# demo studio). Prints milliseconds and bytes beside the bounds, and scrolling in frames a second.

require 'bundler/setup'
require 'json'
require 'selenium-webdriver'

# One browser at our own server on loopback.
class BrowserBench
  ADDRESS = "http://127.0.0.1:#{ENV.fetch('FAWNMOSS_PORT')}".freeze
  LONG_BARS = 200
  WARM = 12 # edits before it counts: the server was started a moment ago
  WRITING = <<~JS
    const [count, done] = arguments
    const frame = () => new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
    const notes = () => document.querySelectorAll('.writing-system g.note').length
    ;(async () => {
      const times = []
      for (let number = 0; number < count; number += 1) {
        const before = notes()
        const start = performance.now()
        // written and taken away in turn, so that the tune stays as long as it was
        window.dispatchEvent(new KeyboardEvent('keydown', { key: number % 2 ? 'Backspace' : 'defgabc'[(number / 2) % 7], bubbles: true }))
        while (notes() === before) await frame()
        times.push(performance.now() - start)
        await frame(); await frame()
      }
      done(times)
    })()
  JS
  FLAGS = %w[--headless=new --no-sandbox --disable-dev-shm-usage --disable-gpu --no-first-run --disable-background-networking --hide-scrollbars
             --window-size=1280,800].freeze

  def initialize
    options = Selenium::WebDriver::Chrome::Options.new(binary: '/usr/bin/chromium')
    FLAGS.each { options.add_argument(_1) }
    options.add_option('goog:loggingPrefs', { performance: 'ALL' })
    @driver = Selenium::WebDriver.for(:chrome, options:, service: Selenium::WebDriver::Service.chrome(path: '/usr/bin/chromedriver'))
    @driver.manage.timeouts.implicit_wait = 30
    @driver.manage.timeouts.script_timeout = 120
  end

  def run
    first_load
    log_in
    open_chart(api('GET', '/tunes')['tunes'].find { _1['title'] == 'Old Acquaintance' }['id'])
    edits('a demo tune', 50, 150)
    open_chart(long_tune)
    edits("#{LONG_BARS} bars", 20, 400)
    scroll
    writing(16, 120)
    writing(64, 250)
  ensure
    @driver.quit
  end

  private

  # Bytes over the wire until the log-in page is quiet, as DevTools count them.
  def first_load
    @driver.execute_cdp('Network.enable')
    @driver.get("#{ADDRESS}/login")
    @driver.find_element(css: 'input[type=email]')
    sleep 1
    sizes = transfers
    bytes = sizes.sum(&:last)
    sizes.sort_by { -_1.last }.each { |name, size| puts format('    %-60s %7.1f kB', name, size / 1000.0) } if ARGV.include?('--files')
    puts format('  first load: %.0f kB over the wire (bound 300 kB before the engraver)', bytes / 1000.0)
  end

  # [[file name, bytes over the wire], ...] since the log was read last.
  def transfers
    events = @driver.logs.get(:performance).map { JSON.parse(_1.message)['message'].values_at('method', 'params') }
    names = events.select { |method,| method == 'Network.requestWillBeSent' }.to_h { |_, about| [about['requestId'], File.basename(about['request']['url'])] }
    events.select { |method,| method == 'Network.loadingFinished' }.map { |_, about| [names[about['requestId']], about['encodedDataLength']] }
  end

  def log_in
    @driver.find_element(css: 'input[type=email]').send_keys('demo@fawnmoss.example')
    @driver.find_element(css: 'input[type=password]').send_keys('brook under the birch')
    @driver.find_element(css: 'button[type=submit]').click
    @driver.find_element(css: 'nav[aria-label="Places"]')
  end

  def api(method, path, body = nil)
    answer = @driver.execute_async_script(<<~JS, method, path, body && JSON.generate(body))
      const [method, path, body, done] = arguments
      fetch('/api' + path, { method, body, headers: { 'Content-Type': 'application/json' } }).then(r => r.json()).then(done)
    JS
    raise answer['error']['message'] if answer['error']

    answer
  end

  def long_tune
    bars = ['D E F G', 'A G A B', 'A G F E', 'F D E D', 'D/E/F/G/ A2', 'A B A2', 'B2 A/G/F/E/', 'F2 D2']
    known = api('GET', '/tunes')['tunes'].find { _1['title'] == 'Long bench' }
    known ? known['id'] : api('POST', '/tunes', { text: "X:1\nT:Long bench\nM:4/4\nL:1/4\nK:D\n#{Array.new(LONG_BARS) { bars[_1 % 8] }.join('|')}|\n" })['id']
  end

  def open_chart(tune)
    id = api('POST', '/charts', { tune_id: tune, instrument: 'violin' })['id']
    @driver.get("#{ADDRESS}/charts/#{id}")
    @driver.find_element(css: '.sheet[data-engraved="yes"] .band')
    sleep 1
  end

  # From the key to the frame that shows the bands of the re-solved chart: one note after the other pinned or let go.
  def edits(words, count, bound) # rubocop:disable Metrics/MethodLength -- most of it is the script for the page
    times = @driver.execute_async_script(<<~JS, count + WARM)
      const [count, done] = arguments
      const press = key => window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
      const frame = () => new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
      const redrawn = () => new Promise(resolve => {
        const observer = new MutationObserver(changes => {
          if (!changes.some(({ target }) => target.closest?.('.band'))) return
          observer.disconnect()
          frame().then(resolve)
        })
        observer.observe(document.querySelector('.sheet'), { subtree: true, childList: true, attributes: true, characterData: true })
      })
      ;(async () => {
        const times = []
        for (let edit = 0; edit < count; edit += 1) {
          press('ArrowRight')
          await frame(); await frame()
          const shown = redrawn()
          const start = performance.now()
          press('p')
          await shown
          times.push(performance.now() - start)
          while (document.querySelector('.state').textContent.trim() !== 'saved') await frame()
        }
        done(times)
      })()
    JS
    sorted = times.drop(WARM).sort
    middle, late = sorted.values_at(count / 2, (count * 0.95).ceil - 1)
    puts format('  %d edits of %s: median %.0f ms, 95th percentile %.0f ms (bound %d ms)', count, words, middle, late, bound)
  end

  # From a key on the writing desk to its note on the staff, behind so many bars of quarters.
  def writing(bars, bound)
    @driver.get("#{ADDRESS}/tunes/new")
    @driver.find_element(css: '.staff[data-drawn]')
    place = { text: "X:1\nT:\nM:4/4\nL:1/4\nK:D\n#{Array.new(bars) { %w[DEFG ABcd dcBA GFED][_1 % 4] }.join('|')}|\n" }
    start = { key: 'D major', meter: '4/4', tempo: nil, pickup: '0', clef: nil }
    @driver.execute_script('localStorage.setItem("fawnmoss.writing.new", arguments[0])', JSON.generate(place:, start:, instrument: 'violin', waiting: []))
    @driver.navigate.refresh
    @driver.find_element(css: '.staff g.note')
    sleep 1
    times = @driver.execute_async_script(WRITING, WARM + 40).drop(WARM).sort
    @driver.execute_script('localStorage.clear()')
    puts format('  a key to its note behind %d bars: median %.0f ms, 95th percentile %.0f ms (bound %d ms)', bars, times[20], times[37], bound)
  end

  # Frames while the long chart scrolls from top to bottom for three seconds.
  def scroll
    rate = @driver.execute_async_script(<<~JS)
      const [done] = arguments
      const height = document.documentElement.scrollHeight - innerHeight
      const start = performance.now()
      let frames = 0
      const step = now => {
        frames += 1
        const share = (now - start) / 3000
        scrollTo(0, height * share)
        if (share < 1) requestAnimationFrame(step)
        else done(frames / (now - start) * 1000)
      }
      requestAnimationFrame(step)
    JS
    puts format('  scrolling %d bars: %.0f frames a second (bound 30)', LONG_BARS, rate)
  end
end

BrowserBench.new.run
