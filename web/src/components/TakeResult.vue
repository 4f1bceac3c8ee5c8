<script setup lang="ts">
import { mdiPlay, mdiStop } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import type { TakePlace } from '../api/takes'
import type { Take } from '../api/types'
import { useTakeSound } from '../composables/useTakeSound'
import { momentOf } from '../geometry/dates'
import { clockWords } from '../geometry/lesson'
import { centsWords, compared, marksOf, noteAt, stretchOf } from '../geometry/heard'
import { barSpan } from '../geometry/play'
import { barWords } from '../geometry/spots'
import { EVERYTHING } from '../stores/desk'
import { usePlayer } from '../stores/player'
import ChartSheet from './ChartSheet.vue'

/** What was heard, in one screen: the notes with their marks, two things that went well, one to do next; listened to again beside the chart. */
const props = defineProps<{ take: Take; place: TakePlace; teacher?: boolean }>()
const emit = defineEmits<{ again: [] }>()
const player = usePlayer()
const heard = computed(() => props.take.result?.heard ?? null)
const sheet = computed(() => props.take.result?.sheet ?? null)
const sound = useTakeSound(() => (props.take.sound ? props.place.sound(props.take.id) : null))
const { playing, at, problem } = sound
const other = ref<Take | null>(null)
const otherId = ref<number | null>(null)
const selected = ref<number | null>(null)
const trouble = ref('')
watch(() => props.take.id, () => (otherId.value = null))
watch(sheet, (now) => {
  if (!now) return
  player.use(async () => now.play)
  player.own = now.chart.tempo
}, { immediate: true })
watch(otherId, async (id) => {
  other.value = null
  trouble.value = ''
  if (id === null) return
  try {
    other.value = await props.place.show(id)
  } catch {
    trouble.value = 'The other recording could not be loaded.'
  }
})

const bands = computed(() => {
  const found = heard.value ? [{ name: momentOf(props.take.at), marks: marksOf(heard.value) }] : []
  const { heard: before, sheet: its } = other.value?.result ?? {}
  const same = before && sheet.value?.chart.notes.length === its?.chart.notes.length // the tune was not written otherwise between the two
  return same ? [...found, { name: momentOf(other.value!.at), marks: marksOf(before) }] : found
})
const differences = computed(() => (heard.value && other.value?.result?.heard ? compared(other.value.result.heard, heard.value) : []))
const now = computed(() => {
  const index = at.value !== null && heard.value ? noteAt(heard.value, at.value) : null
  return index === null ? player.now : (sheet.value?.chart.notes[index]?.id ?? null)
})
const next = computed(() => heard.value?.next ?? null)
const SIGNS = ['● in tune', '◠ and rings', '▼ low, ▲ high, in hundredths of a semitone', '✕ another note', '◌ left out', '? not sure', '‖ a stop before it']
const waiting = computed(() => (props.take.before ? `Waiting: ${props.take.before} before this one.` : 'Waiting for its turn …'))
const title = (bars: number[]): string => barWords(bars).replace(/^./, (letter) => letter.toUpperCase())

function toggle(): void {
  player.stop()
  if (playing.value) sound.stop()
  else void sound.play()
}
/** Some bars of the recording over and over. */
function loop(bars: number[]): void {
  player.stop()
  const stretch = heard.value && stretchOf(heard.value, bars, props.take.seconds ?? 300)
  if (stretch) void sound.play(stretch)
}
/** The same bars as the chart has them. */
function chart(bars: number[] | null): void {
  sound.stop()
  if (!sheet.value) return
  if (player.state !== 'still') player.stop()
  else player.repeat(bars ? barSpan(sheet.value.play, bars, barWords(bars)) : null)
  if (!bars && player.state === 'still') void player.start()
}
/** From a note on. */
function from(index: number): void {
  selected.value = index
  const onset = heard.value?.notes.findLast((note) => note.index === index)?.onset
  if (props.take.sound && onset != null) void sound.play(null, Math.max(0, onset - 0.15))
}
</script>

<template>
  <section class="result" aria-label="What was heard">
    <template v-if="take.state === 'waiting' || take.state === 'listening'">
      <p role="status">{{ take.state === 'listening' ? 'Listening …' : waiting }}</p>
      <v-progress-linear
        :model-value="take.progress" :indeterminate="take.state === 'waiting' && !take.before" color="primary" height="6" aria-label="How far it is"
      />
    </template>
    <div v-else-if="take.state === 'refused'" class="problem" role="alert">{{ take.trouble.replace(/\.?$/, '.') }} {{ take.remedy }}
      <v-btn v-if="teacher" density="compact" @click="emit('again')">Listen again</v-btn></div>
    <p v-else-if="!heard" class="quiet">The sound of this recording is deleted; what it told over the weeks stays.</p>
    <template v-else-if="sheet">
      <div class="told">
        <div>
          <p v-for="one in heard.well" :key="one" class="well">{{ one }}</p>
          <p v-if="heard.tempo_step" class="small">{{ heard.tempo_step.words }}</p>
        </div>
        <div v-if="next" class="next">
          <p><b>Next: {{ barWords(next.bars) }}</b> <span class="quiet">({{ next.causes.join(', ') }})</span></p>
          <p>{{ next.drill }}</p>
          <p class="acts"><v-btn v-if="take.sound" density="compact" @click="loop(next.bars)">Hear yours, over and over</v-btn>
            <v-btn density="compact" @click="chart(next.bars)">Hear the chart there</v-btn></p>
        </div>
        <p v-else class="next">Nothing to mend was heard. Play it to somebody.</p>
      </div>
      <div class="bar" role="group" aria-label="Listen">
        <v-btn v-if="take.sound" :prepend-icon="playing ? mdiStop : mdiPlay" variant="tonal" color="primary" @click="toggle">
          {{ playing ? 'Stop' : 'Hear the recording' }}</v-btn>
        <v-btn @click="chart(null)">{{ player.state === 'still' ? 'Hear the chart' : 'Stop the chart' }}</v-btn>
        <span v-if="at !== null" class="small">{{ clockWords(at) }} of {{ clockWords(take.seconds ?? 0) }}</span>
        <span class="small quiet">{{ momentOf(take.at) }}<template v-if="take.tempo">, at {{ take.tempo }}</template></span>
        <v-select
          v-if="take.others.length" v-model="otherId" density="compact" class="other" aria-label="Compare with"
          :items="[{ value: null, title: 'compare with …' }, ...take.others.map((one) => ({ value: one.id, title: momentOf(one.at) }))]"
        />
        <slot name="tools" />
      </div>
      <p v-if="problem || trouble" class="problem small" role="alert">{{ problem || trouble }}</p>
      <ChartSheet
        :musicxml="sheet.musicxml" :chart="sheet.chart" :strings="sheet.strings" :selected="selected" :now="now" :heard="bands" steady fixed card
        :show="{ ...EVERYTHING, lanes: false, bow: false }" @select="from"
      />
      <ul class="plain legend small quiet" aria-label="Signs">
        <li v-for="sign in SIGNS" :key="sign">{{ sign }}</li>
      </ul>
      <ul class="spoken"><li v-for="note in heard.notes" :key="`${note.index} ${note.pass}`">Bar {{ note.bar }}, {{ note.written }}: {{ note.verdict }}<template
        v-if="note.cents !== null">, {{ centsWords(note.cents) }}</template></li></ul>
      <table v-if="differences.length" class="small compare">
        <thead><tr><th></th><th>{{ momentOf(other!.at) }}</th><th>{{ momentOf(take.at) }}</th></tr></thead>
        <tbody>
          <tr v-for="[what, before, then] in differences" :key="what" :class="{ other: before !== then }">
            <td>{{ what }}</td>
            <td>{{ before }}</td>
            <td>{{ then }}</td>
          </tr>
        </tbody>
      </table>
      <details v-if="heard.spots.length > 1" class="small"><summary class="quiet">What else could be worked at</summary>
        <p v-for="spot in heard.spots.slice(1)" :key="spot.bars.join()"><b>{{ title(spot.bars) }}</b> ({{ spot.causes.join(', ') }}). {{ spot.drill }}
          <v-btn v-if="take.sound" density="compact" @click="loop(spot.bars)">Hear it</v-btn></p>
      </details>
    </template>
  </section>
</template>

<style scoped>
.told { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr); gap: var(--room-2) var(--room-6); margin-bottom: var(--room-2); }
.well { font: 500 1.15rem var(--v-font-heading); margin-bottom: 2px; }
.well::before { content: '+ '; color: var(--moss); font-weight: 700; }
.next { border-left: 3px solid var(--fawn); padding-left: var(--room-3); }
.next p { margin-bottom: 2px; }
.acts { display: flex; gap: var(--room-2); flex-wrap: wrap; }
.bar { display: flex; gap: var(--room-2) var(--room-4); flex-wrap: wrap; align-items: center; position: sticky; top: 0; z-index: 2; background: var(--paper); padding: var(--room-1) 0; }
.other { max-width: 190px; }
.legend { display: flex; flex-wrap: wrap; gap: 2px var(--room-5); border-top: 1px solid var(--rule); padding-top: var(--room-1); }
.compare { border-collapse: collapse; margin: var(--room-3) 0; }
.compare th, .compare td { text-align: left; padding: 1px var(--room-5) 1px 0; }
.compare th { font: italic 500 0.95rem var(--v-font-heading); }
.compare tr.other td { font-weight: 600; }
details p { margin: 2px 0; }
@media (--phone) { .told { grid-template-columns: minmax(0, 1fr); } }
</style>
