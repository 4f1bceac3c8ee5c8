<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PublicCard } from '../api/types'
import { ringPath } from '../geometry/bands'
import { longDate } from '../geometry/dates'
import BowSign from './BowSign.vue'
import ChartSheet from './ChartSheet.vue'

/** A card as it is printed and as it is seen behind its link: the chart, the steps, one caution, boxes to tick. */
const props = defineProps<{ card: PublicCard }>()
const emit = defineEmits<{ ready: [] }>()
const body = computed(() => props.card.body)
const notes = computed(() => body.value.chart.notes)
const DAYS = [1, 2, 3, 4, 5, 6, 7]
const selected = ref<number | null>(null)
const JOINS = [
  { sign: 'down', join: 'lift', words: 'lift and set again at the frog' },
  { sign: 'up', join: 'recovery', words: 'lift back for a short up-bow near the frog' },
  { sign: 'up', join: 'hook', words: 'hooked: a small stop, the same way' },
  { sign: 'down', join: 'stop', words: 'stop, go on the same way' },
]

/** Only the signs that occur are explained. */
const legend = computed(() => [
  ...(notes.value.some((note) => note.direction === 'down') ? [{ sign: 'down', join: 'change', words: 'down-bow, toward the tip' }] : []),
  ...(notes.value.some((note) => note.direction === 'up') ? [{ sign: 'up', join: 'change', words: 'up-bow, toward the frog' }] : []),
  ...JOINS.filter(({ join }) => notes.value.some((note) => note.join === join)),
])
const rings = computed(() => notes.value.some((note) => note.ring !== 'none'))
const holds = computed(() => notes.value.some((note) => note.hold_to !== null))
</script>

<template>
  <article class="card-paper">
    <header>
      <h1>{{ card.title }}</h1>
      <p class="about">
        <span>{{ body.pupil }}, {{ body.chart.instrument }}</span><span>{{ body.chart.tune.key }}, {{ body.chart.tune.meter }}</span>
        <span>No. {{ card.number }}, {{ longDate(card.issued_on) }}</span><span>{{ body.studio }}</span>
      </p>
    </header>
    <ChartSheet :musicxml="body.musicxml" :chart="body.chart" :strings="body.strings" :selected="selected" steady card @select="selected = $event" @ready="emit('ready')" />
    <ul class="plain legend" aria-label="Signs">
      <li v-for="one in legend" :key="one.words"><svg width="26" height="18" viewBox="-13 -2 26 18" aria-hidden="true"><BowSign :direction="one.sign" :join="one.join" :y="1" /></svg>{{ one.words }}</li>
      <li v-if="rings"><svg width="26" height="18" viewBox="-13 -14 26 18" aria-hidden="true"><path class="ring" :d="ringPath(2, true)" /></svg>rings when in tune</li>
      <li v-if="holds"><svg width="26" height="18" viewBox="0 -9 26 18" aria-hidden="true"><path class="hold" d="M 2 0 v 3 H 24 v -3" /></svg>keep the finger down</li>
      <li>bow line: F frog, T tip; first set the bow down {{ body.set_bow.startsWith('between') ? '' : 'in the ' }}{{ body.set_bow }}</li>
    </ul>
    <section class="work">
      <div>
        <h2>{{ body.minutes_per_day }} minutes a day</h2>
        <ol><li v-for="step in body.steps" :key="step">{{ step }}</li></ol>
        <p v-if="body.note" class="note">{{ body.note }}</p>
        <p class="caution">{{ body.caution }}</p>
      </div>
      <table aria-label="Days practised">
        <tbody><tr v-for="day in DAYS" :key="day"><td>day {{ day }}</td><td class="box" /></tr></tbody>
      </table>
    </section>
  </article>
</template>

<style scoped>
.card-paper { max-width: 190mm; margin: 0 auto; }
header { border-bottom: 1.5px solid var(--ink); margin-bottom: 6px; }
.about { display: flex; gap: 4px 22px; flex-wrap: wrap; margin-bottom: 4px; }
.legend { display: flex; flex-wrap: wrap; gap: 2px 18px; font-size: 0.85rem; border-top: 1px solid var(--rule); padding-top: 5px; }
.legend li { display: flex; align-items: center; gap: 5px; }
.ring { fill: none; stroke: var(--fawn); stroke-width: 1.6; }
.hold { fill: none; stroke: var(--moss); stroke-width: 1.6; }
.work { display: grid; grid-template-columns: 1fr auto; gap: 30px; margin-top: 8px; break-inside: avoid; }
ol { padding-left: 1.2em; margin: 4px 0 8px; }
.note { font: italic 500 1.1rem var(--v-font-heading); }
.caution { border-left: 3px solid var(--ink); padding-left: 8px; font-size: 0.92rem; }
.box { width: 18px; height: 18px; border: 1.3px solid var(--ink); }
td { padding: 2px 8px 2px 0; font-size: 0.9rem; }
td.box { padding: 0; }
table { border-collapse: separate; border-spacing: 0 4px; align-self: start; }
@media print { .card-paper { max-width: none; padding: 0 2mm; /* bar numbers hang out to the left, and paper clips */ --moss: #2d4523; --fawn: #333; --quiet: #222; --ink: #000; --paper: #fff; } header h1 { font-size: 1.6rem; } }
</style>
