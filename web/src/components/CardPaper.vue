<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import type { PractisedDay, PublicCard, WorkItem } from '../api/types'
import { usePaper } from '../composables/usePaper'
import { longDate } from '../geometry/dates'
import { fitted, ringPath } from '../geometry/bands'
import BowSign from './BowSign.vue'
import ChartSheet from './ChartSheet.vue'
import WorkTable from './WorkTable.vue'
import { barWords } from '../geometry/spots'
import { ornamentSigns } from '../geometry/words'
import { EVERYTHING } from '../stores/desk'

/** A card as it is printed and as it is seen behind its link: the chart, the steps, one caution, boxes to tick. */
const props = defineProps<{ card: Omit<PublicCard, 'days' | 'notes'>; days?: PractisedDay[]; live?: boolean; now?: string | null; today?: string }>()
const emit = defineEmits<{ ready: []; tick: [item: number, day: string, runs: number]; hear: [item: WorkItem]; tempo: [tempo: number] }>()
const body = computed(() => props.card.body)
const notes = computed(() => body.value.chart?.notes ?? [])
const selected = ref<number | null>(null)
const article = ref<HTMLElement | null>(null)
const paper = usePaper()
const fit = ref(1)
/** Room on one side in CSS pixels: the height of the paper less its margins, and a little. */
const ROOM = { A4: 1015, Letter: 948 }
const show = computed(() => ({
  ...EVERYTHING,
  ...Object.fromEntries(['digits', 'lanes', 'bow'].map((band) => [band, (body.value.bands ?? ['digits', 'lanes', 'bow']).includes(band)]))
}))
/** Cards issued before there were items have only steps. */
const items = computed<WorkItem[]>(
  () => body.value.items ?? [{ kind: 'own', title: 'The work', steps: body.value.steps ?? [], minutes: body.value.minutes_per_day, bars: [], tempi: [] }]
)
const JOINS = [
  { sign: 'down', join: 'lift', words: 'lift and set again, a down-bow at the frog' },
  { sign: 'up', join: 'recovery', words: 'lift back for a short up-bow near the frog' },
  { sign: 'up', join: 'hook', words: 'hooked: a small stop, the same way' },
  { sign: 'down', join: 'stop', words: 'stop, go on the same way' },
]

/** Only the signs that occur are explained. */
const legend = computed(() => [
  ...(show.value.digits && notes.value.some((note) => note.direction === 'down') ? [{ sign: 'down', join: 'change', words: 'down-bow, toward the tip' }] : []),
  ...(show.value.digits && notes.value.some((note) => note.direction === 'up') ? [{ sign: 'up', join: 'change', words: 'up-bow, toward the frog' }] : []),
  ...JOINS.filter(({ join }) => show.value.digits && notes.value.some((note) => note.join === join)),
])
/** Slurs that no page has, drawn dashed. */
const added = computed(() => show.value.digits && notes.value.some((note) => note.added))
const ornaments = computed(() => (show.value.digits ? ornamentSigns(notes.value) : []))
const rings = computed(() => show.value.lanes && notes.value.some((note) => note.ring !== 'none'))
const holds = computed(() => show.value.lanes && notes.value.some((note) => note.hold_to !== null))

/** What is a little too long for one side is printed a little smaller. */
function measure(): void {
  if (article.value) fit.value = fitted(article.value.scrollHeight, ROOM[paper.value])
}
watch(paper, measure)
useResizeObserver(article, measure)
onMounted(() => {
  if (!body.value.chart) emit('ready')
})
</script>

<template>
  <article ref="article" class="card-paper" :style="{ '--fit': fit }">
    <header>
      <slot name="corner"></slot>
      <h1>{{ card.title }}</h1>
      <p class="about">
        <span>{{ body.pupil }}, {{ body.chart?.instrument ?? body.instrument }}</span>
        <span v-if="body.chart">{{ body.chart.tune.key }}, {{ body.chart.tune.meter }}<template v-if="body.bars">, {{ barWords(body.bars) }}</template></span>
        <span><template v-if="card.number">No. {{ card.number }}, </template>{{ longDate(card.issued_on) }}</span><span>{{ body.studio }}</span>
      </p>
    </header>
    <ChartSheet
      v-if="body.chart" :musicxml="body.musicxml!" :chart="body.chart" :strings="body.strings!" :selected="selected" :now="now ?? null"
      :show="show" steady card @select="selected = $event" @ready="emit('ready')"
    />
    <ul v-if="body.chart" class="plain legend" aria-label="Signs">
      <li v-if="added"><svg width="26" height="18" viewBox="-13 -2 26 18" aria-hidden="true">
        <path class="added" d="M -11 9 Q 0 -3 11 9" />
      </svg>dashed: both notes in one bow</li>
      <li v-for="one in legend" :key="one.words"><svg width="26" height="18" viewBox="-13 -2 26 18" aria-hidden="true">
        <BowSign :direction="one.sign" :join="one.join" :y="1" />
      </svg>{{ one.words }}</li>
      <li v-for="[sample, words] in ornaments" :key="words"><b>{{ sample }}</b>{{ words }}</li>
      <li v-if="rings"><svg width="26" height="18" viewBox="-13 -14 26 18" aria-hidden="true">
        <path class="ring" :d="ringPath(2, true)" />
      </svg>rings when in tune</li>
      <li v-if="holds"><svg width="26" height="18" viewBox="0 -9 26 18" aria-hidden="true">
        <path class="hold" d="M 2 0 v 3 H 24 v -3" />
      </svg>keep the finger down</li>
      <li v-if="show.bow && body.set_bow">bow line: F frog, T tip; first set the bow down
        {{ body.set_bow.startsWith('between') ? '' : 'in the ' }}{{ body.set_bow }}</li>
      <li v-if="show.swell && body.chart.shape">under it how loud: the wider the louder; the ring is where the phrase goes</li>
    </ul>
    <section class="work">
      <h2>{{ body.minutes_per_day }} minutes a day</h2>
      <p v-for="change in body.changes ?? []" :key="change" class="small">{{ change }}</p>
      <p v-if="body.note" class="note">{{ body.note }}</p>
      <p v-for="one in body.answers ?? []" :key="one.asked" class="answer"><span class="quiet">You said: {{ one.asked }}</span> {{ one.answer }}</p>
      <WorkTable
        :items="items" :issued="card.issued_on" :days="days" :live="live" :today="today" :pictures="body.pictures"
        @tick="(item, day, runs) => emit('tick', item, day, runs)" @hear="emit('hear', $event)" @tempo="emit('tempo', $event)"
      />
      <p class="caution">{{ body.caution }}</p>
    </section>
  </article>
</template>

<style scoped>
.card-paper { max-width: 190mm; margin: 0 auto; }
header :slotted(figure) { float: right; }
.answer { margin: 2px 0; }
header { overflow: hidden; border-bottom: 1.5px solid var(--ink); margin-bottom: 6px; }
.about { display: flex; gap: 4px 22px; flex-wrap: wrap; margin-bottom: 4px; }
.legend { display: flex; flex-wrap: wrap; gap: 2px 18px; font-size: 0.85rem; border-top: 1px solid var(--rule); padding-top: 5px; }
.legend li { display: flex; align-items: center; gap: 5px; }
.added { fill: none; stroke: var(--ink); stroke-width: 1.5; stroke-dasharray: 4 3; }
.ring { fill: none; stroke: var(--fawn); stroke-width: 1.6; }
.hold { fill: none; stroke: var(--moss); stroke-width: 1.6; }
.work { margin-top: 8px; }
.work h2 { margin-bottom: 2px; }
.note { font: italic 500 1.1rem var(--v-font-heading); margin: 2px 0; }
.caution { border-left: 3px solid var(--ink); padding-left: 8px; font-size: 0.92rem; margin-top: 6px; }
@media print {
  .card-paper {
    zoom: var(--fit); max-width: 186mm; padding: 0 2mm;
    /* bar numbers hang out to the left, and paper clips */ --moss: #2d4523; --fawn: #333; --quiet: #222; --ink: #000;
    --paper: #fff;
  }
  header h1 { font-size: 1.6rem; }
}
</style>
