// What the microphone hears, as whole numbers of 16 bits of one channel, two seconds or so at a time, and how loud it is meanwhile. More than 32,000 samples a
// second are halved (nothing over 10 kHz tells where a finger stands), through a windowed sinc that keeps what is too high out.
const TAPS = 31
const PART = 48_000 // samples sent on at once
const GLANCE = 2048 // samples between two words about the level

class Recorder extends AudioWorkletProcessor {
  constructor(options) {
    super()
    this.share = options.processorOptions.share
    this.on = false
    this.part = new Int16Array(PART)
    this.filled = 0
    this.peak = 0
    this.seen = 0
    this.turn = 0
    this.last = new Float32Array(TAPS)
    this.at = 0
    this.weights = Float32Array.from({ length: TAPS }, (_, tap) => {
      const x = tap - (TAPS - 1) / 2
      const sinc = x === 0 ? 1 : Math.sin(0.46 * Math.PI * x) / (0.46 * Math.PI * x)
      return 0.46 * sinc * (0.5 + 0.5 * Math.cos((2 * Math.PI * x) / (TAPS + 1)))
    })
    this.port.onmessage = ({ data }) => {
      if (data === 'go') this.on = true
      if (data === 'end') {
        this.on = false
        this.send()
        this.port.postMessage({ ended: true })
      }
    }
  }

  process([input]) {
    const channel = input[0]
    if (!channel) return true
    for (const sample of channel) {
      this.peak = Math.max(this.peak, Math.abs(sample))
      if (this.on) this.take(sample)
    }
    this.seen += channel.length
    if (this.seen >= GLANCE) {
      this.port.postMessage({ level: this.peak })
      this.peak = this.seen = 0
    }
    return true
  }

  take(sample) {
    if (this.share === 1) return this.put(sample)
    this.last[this.at] = sample
    this.at = (this.at + 1) % TAPS
    this.turn = 1 - this.turn
    if (this.turn) return
    let sum = 0
    for (let tap = 0; tap < TAPS; tap++) sum += this.weights[tap] * this.last[(this.at + tap) % TAPS]
    this.put(sum)
  }

  put(sample) {
    this.part[this.filled++] = Math.max(-32_768, Math.min(32_767, Math.round(sample * 32_767)))
    if (this.filled === PART) this.send()
  }

  send() {
    if (!this.filled) return
    const samples = this.part.slice(0, this.filled).buffer
    this.filled = 0
    this.port.postMessage({ samples }, [samples])
  }
}
registerProcessor('recorder', Recorder)
