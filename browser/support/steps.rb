# frozen_string_literal: true

require 'net/http'
require 'open3'

# What a teacher does, in words.
module Steps
  # Clears a field as a person does: the driver's own clearing is not always noticed by the page.
  def fill_in(locator, with:) = super(locator, with:, fill_options: { clear: :backspace })

  # As a person does; the page is Today then.
  def log_in
    visit '/login'
    fill_in 'Email', with: Demo::EMAIL
    fill_in 'Password', with: Demo::PASSWORD
    click_button 'Log in'
    expect(page).to have_css('nav[aria-label="Places"]')
    Steps.cookie = page.driver.browser.manage.cookie_named('fawnmoss').slice(:name, :value, :path)
  end

  # The whole way to a studio of one's own; its Today is seen then. The block, if there is one, is given each action to do.
  def open_studio(email, name, password = 'a quiet brook runs', &act)
    act ||= :call.to_proc
    visit '/login'
    act.call(-> { click_button 'Open a new studio' })
    act.call(-> { fill_in 'Email', with: email })
    act.call(-> { click_button 'Send the link' })
    expect(page).to have_css('[role=status]', text: 'A letter with a link is on its way.')
    act.call(-> { visit link_of_letter(email, 'open-studio') })
    act.call(-> { fill_in 'Name of the studio', with: name })
    act.call(-> { fill_in 'Password', with: password })
    act.call(-> { click_button 'Open it' })
    expect(page).to have_css('nav[aria-label="Places"]')
  end

  # Link to a page in the last letter to an address, as soon as there is one. It begins a page of its own, as in another window.
  def link_of_letter(email, page_name)
    outbox = FawnmossServer::Mailing::Folder.new(FawnmossServer.settings.outbox)
    link = nil
    wait_until { link = outbox.letters.find { _1[:to] == email }&.fetch(:body)&.slice(%r{https?://\S+/#{page_name}#\S+}) }
    visit 'about:blank'
    link
  end

  class << self
    attr_accessor :cookie

    # The demo studio as it is on a first start, and nobody else's.
    def fresh_studio
      demo = Demo.new(@day = Date.today)
      demo.remove if demo.present?
      other = FawnmossServer.db[:accounts].exclude(email: Demo::EMAIL)
      FawnmossServer.db[:studios].where(account_id: other.select(:id)).delete
      other.delete
      demo.seed
      self.cookie = nil
    end

    # A journey's "today" does not become yesterday under way: none begins in the last three minutes of a day, and the first one of a
    # new day has a studio of that day.
    def pass_midnight
      sleep 1 while (Date.today + 1).to_time - Time.now < 180
      fresh_studio unless Date.today == @day
    end
  end

  # Logged in already, by the cookie of the first time. A cookie can be set only where its site is open.
  def logged_in
    return log_in unless Steps.cookie

    visit '/favicon.svg'
    page.driver.browser.manage.add_cookie(**Steps.cookie)
  end

  # Seen through this pupil from now on.
  def choose_pupil(name)
    visit "/pupils/#{studio.pupils_dataset.first(name:).id}"
    expect(page).to have_css('h1', text: name)
  end

  # Chooses in the strip at the top of any page.
  def choose_at_top(words)
    find('.strip .v-field').click
    wait_until { page.evaluate_script('document.activeElement.selectionEnd > document.activeElement.selectionStart') }
    press(words)
    find('.v-overlay .v-list-item', text: words).click
  end

  # Opens a tune's chart from the shelf and waits until it is engraved.
  def open_tune(title, version = 'Simple chart')
    visit '/tunes'
    find('li.tune', text: title).click_button(version)
    wait_for_chart
  end

  def wait_for_chart = expect(page).to(have_css('.sheet[data-engraved="yes"] .band', wait: 180))
  def press(*keys) = keys.each { |key| page.driver.browser.action.send_keys(key).perform }

  # Walks to the n-th note of the chart, counted from 1.
  def go_to_note(number)
    number.times { press(:arrow_right) }
    expect(page).to have_css('.side h2.what')
  end

  # Digits over the staff, in order, all at one moment: the chart may be drawn anew at any time.
  def digits = page.evaluate_script("[...document.querySelectorAll('.desk .digit, .card-paper .digit')].map(digit => digit.textContent)")

  # Issues the card and waits for its own page: the preview looks the same.
  def issue_card
    click_button 'Issue the card'
    expect(page).to have_current_path(%r{\A/cards/\d+\z})
    expect(page).to have_css('.card-paper .work')
  end

  def saved = expect(page).to(have_css('.state', text: /\Asaved\z/))

  # Waits for what no matcher sees.
  def wait_until
    page.document.synchronize(Capybara.default_max_wait_time, errors: [Capybara::ExpectationNotMet]) { yield || raise(Capybara::ExpectationNotMet, 'not in time') }
  end

  # How far each digit stands from the nearest note head, in pixels, all systems.
  def distances_from_note_heads
    page.evaluate_script(<<~JS)
      [...document.querySelectorAll('.system')].flatMap(system => {
        const centre = element => { const box = element.getBoundingClientRect(); return box.left + box.width / 2 };
        const heads = [...system.querySelectorAll('g.note .notehead')].map(centre);
        return [...system.querySelectorAll('.digit')].map(centre).map(x => Math.min(...heads.map(head => Math.abs(head - x))));
      })
    JS
  end

  # The page as it prints, as text.
  def printed
    pdf = page.driver.browser.execute_cdp('Page.printToPDF', printBackground: true, preferCSSPageSize: true)['data'].unpack1('m')
    Dir.mktmpdir do |folder|
      file = File.join(folder, 'page.pdf')
      File.binwrite(file, pdf)
      text, = Open3.capture2('pdftotext', '-layout', file, '-')
      info, = Open3.capture2('pdfinfo', file)
      { text:, pages: info[/^Pages:\s+(\d+)/, 1].to_i, size: info[/^Page size:\s+(.*)$/, 1] }
    end
  end

  # A file as this browser would get it: bytes of an address of ours, with its cookies. A PDF takes its time.
  def download(path)
    cookies = page.driver.browser.manage.all_cookies.map { "#{_1[:name]}=#{_1[:value]}" }.join('; ')
    answer = Net::HTTP.start('127.0.0.1', page.server.port, read_timeout: 60) { _1.get(path, 'Cookie' => cookies, 'Host' => '127.0.0.1') }
    expect([path, answer.code]).to eq([path, '200'])
    answer.body
  end

  def studio = FawnmossServer::Models::Studio.first(account_id: FawnmossServer.db[:accounts].where(email: Demo::EMAIL).get(:id))
end
