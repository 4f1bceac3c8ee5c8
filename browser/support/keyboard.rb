# frozen_string_literal: true

# Keys of the writing desk (web/src/geometry/writing.ts), for acts as Typist gives them.
module Keyboard
  LENGTHS = { 4r => 'w', 2r => 'h', 1r => 'q', 1/2r => 'i', 1/4r => 's' }.freeze
  PLAIN = { 'rest' => 'r', 'longer' => '+', 'shorter' => '-', 'dot' => '.', 'triplet' => 'n', 'sharp' => '#', 'flat' => '_', 'hold' => 't' }.freeze

  # act: [name, what it is given]. Returns a key, or keys to be held and the one pressed.
  def key_of((act, given))
    case act
    when 'letter' then given[:letter]
    when 'length' then LENGTHS.fetch(given[:length].to_r)
    when 'octave' then [:control, given[:up].positive? ? :up : :down]
    when 'step' then [:shift, given[:up].positive? ? :up : :down]
    when 'again' then given[:bar] ? 'O' : 'o'
    else PLAIN.fetch(act)
    end
  end

  # One key after the other.
  def type(keys)
    keys.each do |key|
      action = page.driver.browser.action
      *held, last = key
      held.each { action.key_down(_1) }
      action.send_keys(last)
      held.reverse_each { action.key_up(_1) }
      action.perform
    end
  end
end
