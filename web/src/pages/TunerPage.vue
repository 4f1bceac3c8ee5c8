<script setup lang="ts">
import { mdiMicrophone, mdiStop } from '@mdi/js'
import { computed, onUnmounted, ref, watch } from 'vue'
import { ask } from '../api/client'
import type { Tuner } from '../api/types'
import { tone } from '../composables/useSound'
import { useLoad } from '../composables/useLoad'
import { useTuner } from '../composables/useTuner'
import type { Told } from '../geometry/tuner'
import { printed } from '../geometry/words'
import { usePupils } from '../stores/pupils'

/** Tunes the open strings by ear first, and shows of a held note how near its aim it is and whether a string answers. */
const pupils = usePupils()
const { data: aims, problem, load } = useLoad<Tuner>(() => ask('get', '/api/tuner', { params: { query: pupils.subject } }))
watch(() => [pupils.currentId, pupils.instrument], () => void load(), { immediate: true })
const { on, told, problem: trouble, start, stop } = useTuner(() => aims.value)
const sounding = ref<string | null>(null)
let silence: (() => void) | null = null

async function hear(name: string, hertz: number): Promise<void> {
  silence?.()
  const same = sounding.value === name
  sounding.value = silence = null
  if (same) return
  silence = await tone(hertz)
  sounding.value = name
}
onUnmounted(() => silence?.())
const WORDS = { listen: 'listen first …', tuned: 'tuned', 'in tune': 'in tune', low: 'low', high: 'high' }
/** The needle: 50 cents to each side. */
const turn = computed(() => Math.max(-50, Math.min(50, told.value?.cents ?? 0)) * 0.9)
/** "+3.2 cents (0.8 beats a second)": beats against the string as it should be. */
function off(one: Told): string {
  const cents = `${one.cents > 0 ? '+' : '−'}${Math.abs(one.cents).toFixed(one.string ? 1 : 0)} cents`
  return one.string ? `${cents} (${one.beats < 0.05 ? 'no beats' : `${one.beats.toFixed(1)} beats a second`})` : cents
}
const name = (written: string) => printed(written.replace(/\d+$/, ''))
</script>

<template>
  <div class="page tuner">
    <header>
      <h1>Tuner</h1>
      <span class="quiet">for {{ pupils.current?.name ?? `the ${pupils.instrument}` }}<template v-if="aims">, A {{ aims.a4 }} Hz</template></span>
    </header>
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></div>
    <template v-if="aims">
      <p>Hear the string, sing it, then play it. The needle comes when a note has sounded for a second. Nothing is recorded.</p>
      <p class="strings" role="group" aria-label="Hear the open strings">
        <v-btn
          v-for="one in aims.strings" :key="one.name" :variant="sounding === one.name ? 'flat' : 'tonal'" color="primary"
          :aria-pressed="sounding === one.name" @click="hear(one.name, one.hertz)"
        >{{ one.name }} <small>&nbsp;{{ one.hertz.toFixed(1) }}</small></v-btn>
      </p>
      <p><v-btn :prepend-icon="on ? mdiStop : mdiMicrophone" variant="flat" color="secondary" @click="on ? stop() : start()">
        {{ on ? 'Stop listening' : 'Listen' }}</v-btn></p>
      <p v-if="trouble" class="problem" role="alert">{{ trouble }}</p>
      <section v-if="on" class="meter" aria-live="polite" :data-verdict="told?.verdict">
        <p class="note">{{ told ? name(told.written) : '…' }} <small v-if="told?.string" class="quiet">{{ told.string }} string</small></p>
        <svg viewBox="-110 -100 220 120" class="dial" aria-hidden="true">
          <path class="scale" d="M -78 -62.9 A 100 100 0 0 1 78 -62.9" />
          <path v-for="tick in [-40, -20, 0, 20, 40]" :key="tick" class="tick" d="M 0 -100 V -90" :transform="`rotate(${tick * 0.9})`" />
          <path v-if="told?.ready" class="needle" d="M 0 0 V -86" :transform="`rotate(${turn})`" />
          <circle class="hub" r="5" />
        </svg>
        <p class="words"><b>{{ told ? WORDS[told.verdict] : 'play a note' }}</b>{{ told?.ready ? `, ${off(told)}` : '' }}</p>
        <p v-if="told?.ring" class="ring" :class="{ answers: told.ring.answers }">
          <svg viewBox="-30 -24 60 28" width="60" aria-hidden="true">
            <path d="M -10 0 A 10 10 0 0 1 10 0" /><path v-if="told.ring.answers" d="M -17 0 A 17 17 0 0 1 17 0 M -24 0 A 24 24 0 0 1 24 0" />
          </svg>
          {{ told.ring.answers ? `the ${told.ring.string} string rings with it` : `nearer, and the ${told.ring.string} string rings` }}</p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.strings { display: flex; gap: var(--room-3); flex-wrap: wrap; }
.meter { text-align: center; max-width: 420px; margin: var(--room-4) auto; }
.note { font: 500 4.5rem/1 var(--v-font-heading); margin: 0; }
.note small { font-size: 1.2rem; }
.dial { width: 100%; max-width: 360px; }
.scale { fill: none; stroke: var(--rule); stroke-width: 3; }
.tick { stroke: var(--ink); stroke-width: 2; }
.needle { stroke: var(--fawn); stroke-width: 4; }
.hub { fill: var(--ink); }
.words { font-size: 1.4rem; }
.ring { font-size: 1.2rem; display: flex; gap: var(--room-3); justify-content: center; align-items: center; }
.ring path { fill: none; stroke: var(--quiet); stroke-width: 2.4; }
.ring.answers path { stroke: var(--moss); }
</style>
