<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { Hold, Lesson, LessonItem } from '../api/types'
import { useExcerpt } from '../composables/useExcerpt'
import { useKeys } from '../composables/useKeys'
import { useMarks } from '../composables/useMarks'
import { useMetronome } from '../composables/useMetronome'
import { clockWords, markOf, marksOf, MEANINGS, pace, partsOf, type Given } from '../geometry/lesson'
import { printed } from '../geometry/words'
import ChartSheet from './ChartSheet.vue'
import LessonList from './LessonList.vue'
import LessonPart from './LessonPart.vue'
import { single } from '../composables/kept'

/** The lesson as it runs: one thing at a time, large enough to be read from across the room, worked with one hand. */
const props = defineProps<{ opened: Lesson }>()
const router = useRouter()
const id = props.opened.id
const box = single<{ at: number; seconds: Record<string, number>; note: string; carried: string[] }>(`fawnmoss.lesson.${id}`)
const planBox = single<Lesson>(`fawnmoss.lesson.${id}.plan`)
/** What this browser remembers of the lesson, when it was opened here before. */
const kept = box.read()

const lesson = ref(props.opened)
const problem = ref<Trouble | null>(null)
const at = ref(Math.min(kept?.at ?? props.opened.clock.at, Math.max(0, props.opened.items.length - 1)))
const seconds = ref<Record<string, number>>({ ...props.opened.clock.seconds })
for (const [one, count] of Object.entries(kept?.seconds ?? {})) seconds.value[one] = Math.max(count, seconds.value[one] ?? 0)
const carried = ref<string[]>(kept?.carried ?? [])
const note = ref(kept?.note ?? props.opened.note)
const ticked = ref<string[]>([])
const running = ref(true)
const noteField = ref<HTMLTextAreaElement | null>(null)
const hurt = ref<{ note: string } | null>(null)
const holds = ref<Pick<Hold, 'words'>[]>(props.opened.holds)
const away = ref(false)
const ending = ref(false)
const metronome = useMetronome()
const { sent, unsent, state: sending, problem: refused, add } = useMarks(props.opened.pupil.id, props.opened.marks)
let tick: ReturnType<typeof setInterval> | undefined
let last = Date.now()
let unkept = 0

const items = computed(() => lesson.value.items)
const item = computed<LessonItem | undefined>(() => items.value[at.value])
const parts = computed(() => (item.value ? partsOf(item.value) : []))
/** Which of the things that share the item is in hand. */
const which = ref(0)
const part = computed(() => parts.value[which.value] ?? parts.value[0]!)
const spent = computed(() => Object.values(seconds.value).reduce((sum, one) => sum + one, 0))
const own = computed(() => (item.value ? (seconds.value[item.value.id] ?? 0) : 0))
const now = computed(() => pace(items.value, at.value, spent.value))
const left = computed(() => lesson.value.minutes * 60 - spent.value)
const given = computed<Given[]>(() => [
  ...sent.value,
  ...unsent.value.map(({ skill = null, tune_id = null, value = 0, struck }) => ({ skill, tune_id, value, ...(struck ? { struck } : {}) })),
])
const saying = computed(() => {
  if (refused.value) return refused.value.text
  if (unsent.value.length && sending.value === 'waiting')
    return `${unsent.value.length} ${unsent.value.length === 1 ? 'mark is' : 'marks are'} kept here until the server can be reached`
  return away.value ? 'kept here; the server cannot be reached' : 'saved'
})

function keep(): void {
  box.keep({ at: at.value, seconds: seconds.value, note: note.value, carried: carried.value })
}
watch(note, keep)
function forget(): void {
  box.keep(null)
  planBox.keep(null)
}
async function save(): Promise<void> {
  keep()
  unkept = 0
  try {
    await ask('PUT', `/lessons/${id}`, state())
    away.value = false
  } catch (error) {
    away.value = true
    if (!(error as Trouble).passing) problem.value = error as Trouble
  }
}
const state = () => ({
  note: note.value,
  clock: { at: at.value, seconds: Object.entries(seconds.value).map(([one, count]) => ({ id: one, seconds: Math.round(count) })) }
})

function beat(): void {
  const gone = Math.min(5, (Date.now() - last) / 1000) // a closed lid is not lesson time
  last = Date.now()
  if (!running.value || !item.value || document.hidden) return
  seconds.value = { ...seconds.value, [item.value.id]: own.value + gone }
  unkept += gone
  keep()
  if (unkept >= 20) void save()
}
function go(to: number): void {
  if (to < 0 || to >= items.value.length) return
  at.value = to
  which.value = 0
  pressed = NEVER
  ticked.value = []
  hurt.value = null
  void save()
}
const TWICE = 350 // ms: the same number again so soon is a slip of the finger
const NEVER = { value: -1, at: 0 }
let pressed = NEVER
function mark(value: number): void {
  const { skill, tune, title } = part.value
  if (!skill && !tune) return
  if (value === pressed.value && Date.now() - pressed.at < TWICE) return
  pressed = { value, at: Date.now() }
  const again = !hurt.value && markOf(part.value, given.value) === value // the same number once more takes it back
  add({
    value,
    ...(again ? { struck: true } : {}),
    lesson_id: id,
    source: 'lesson',
    ...(skill ? { skill } : { tune_id: tune! }),
    ...(ticked.value.length ? { checks: ticked.value } : {}),
    ...(metronome.on.value ? { tempo: metronome.tempo.value } : {}),
    ...(hurt.value ? { hurt: true, note: hurt.value.note } : {})
  })
  if (hurt.value) holds.value = [...holds.value, { words: `${title}: it hurt. It rests until you clear it.` }]
  hurt.value = null
  const next = parts.value.findIndex((one) => markOf(one, given.value) === null)
  if (next >= 0 && !again) take(next)
}
function take(one: number): void {
  which.value = one
  ticked.value = []
}
const carry = (one: LessonItem) => {
  carried.value = carried.value.includes(one.id) ? carried.value.filter((other) => other !== one.id) : [...carried.value, one.id]
  keep()
}
async function refit(): Promise<void> {
  try {
    const fitted = await ask<Lesson>('POST', `/lessons/${id}/refit`, { from: at.value + 1, minutes: Math.max(0, Math.round(left.value / 60)) })
    lesson.value = { ...lesson.value, items: fitted.items }
    planBox.keep(lesson.value)
    carried.value = [...new Set([...carried.value, ...fitted.items.slice(at.value + 1).filter((one) => !one.minutes).map((one) => one.id)])]
  } catch (error) {
    problem.value = error as Trouble
  }
}
const reached = (one: LessonItem) => marksOf(one, given.value).length > 0 || (seconds.value[one.id] ?? 0) >= 20
/** Begun by mistake: it is a plan again. */
async function unbegin(): Promise<void> {
  try {
    await ask('DELETE', `/lessons/${id}`)
    forget()
    await router.push(`/pupils/${lesson.value.pupil.id}/plan?date=${lesson.value.held_on}`)
  } catch (error) {
    problem.value = error as Trouble
  }
}
async function finish(): Promise<void> {
  ending.value = true
  if (unsent.value.length) {
    problem.value = new Trouble(0, 'Some marks are not sent yet', 'They are kept here; end the lesson when the server can be reached.')
    ending.value = false
    return
  }
  try {
    await ask('POST', `/lessons/${id}/finish`, {
      ...state(),
      reached: items.value.filter(reached).map((one) => one.id),
      carried: items.value
        .filter((one) => carried.value.includes(one.id) || (!reached(one) && !['warm-up', 'rest', 'talk', 'free', 'card'].includes(one.kind)))
        .map((one) => one.id)
    })
    forget()
    await router.push(`/lessons/${id}/home`)
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    ending.value = false
  }
}

const { excerpt, key } = useExcerpt(item, props.opened.pupil.id)
watch(item, (one) => {
  if (one?.tempo && !metronome.on.value) metronome.set(one.tempo)
}, { immediate: true })
watch(excerpt, (found) => {
  if (found?.tempo) metronome.set(found.tempo)
})

const ACTS: Record<string, () => void> = {
  ArrowRight: () => go(at.value + 1),
  Enter: () => go(at.value + 1),
  ArrowLeft: () => go(at.value - 1),
  ' ': () => {
    running.value = !running.value
  },
  m: metronome.toggle,
  '[': () => metronome.set(metronome.tempo.value - 4),
  ']': () => metronome.set(metronome.tempo.value + 4),
  n: () => noteField.value?.focus(),
  x: () => item.value && carry(item.value),
  h: () => {
    if (item.value) hurt.value = hurt.value ? null : { note: '' }
  },
  f: () => void refit()
}
useKeys((event) => {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const onButton = (event.target as HTMLElement | null)?.closest?.('button, a, summary, input')
  if (onButton && (event.key === ' ' || event.key === 'Enter')) return
  if (/^[0-3]$/.test(event.key)) {
    if (!event.repeat) mark(Number(event.key))
  } else if (ACTS[event.key]) ACTS[event.key]!()
  else return
  event.preventDefault()
})
const hide = (): void => void (document.hidden && save())
onMounted(() => {
  tick = setInterval(beat, 1000)
  document.addEventListener('visibilitychange', hide)
})
onUnmounted(() => {
  clearInterval(tick)
  document.removeEventListener('visibilitychange', hide)
})
</script>

<template>
  <div class="lesson">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }}</div>
    <template v-if="item">
      <LessonList
        class="list" :pupil="lesson.pupil" :items="items" :at="at" :given="given" :carried="carried" :saying="saying" :ending="ending"
        @go="go" @finish="finish" @unbegin="unbegin"
      />
      <main>
        <p v-for="hold in holds" :key="hold.words" class="pain">{{ hold.words }}</p>
        <div class="top">
          <span class="aside-label">{{ item.reasons[0] }}</span>
          <button type="button" class="clocks" :aria-label="running ? 'Stop the clock' : 'Let the clock run'" @click="running = !running">
            <span class="clock" :class="{ fawn: own > item.minutes * 60 }">{{ clockWords(own) }}<small> of {{ item.minutes }} min</small></span>
            <span class="whole">{{ clockWords(spent) }}<small> of {{ lesson.minutes }} min{{ running ? '' : ', stopped' }}</small></span>
          </button>
        </div>
        <p v-if="now.over > 59 && at < items.length - 1" class="late">{{ Math.round(now.over / 60) }}
          {{ Math.round(now.over / 60) === 1 ? 'minute' : 'minutes' }} late. <v-btn density="compact" @click="refit">Fit the rest into
          {{ Math.max(0, Math.round(left / 60)) }} min (f)</v-btn>
          </p>
        <div v-if="parts.length > 1" class="keys" role="group" aria-label="Which of them">
          <v-btn
            v-for="(one, index) in parts" :key="one.title" :variant="index === which ? 'tonal' : 'text'" :aria-pressed="index === which"
            @click="take(index)"
          >{{ one.title }}<template v-if="markOf(one, given) !== null">: {{ markOf(one, given) }}</template></v-btn>
        </div>
        <LessonPart v-model="ticked" :part="part" :steps="item.steps" :row="!!(item.line || item.chart_id)">
          <div v-if="item.line && item.line.keys.length > 1" class="keys" role="group" aria-label="Key">
            <v-btn
              v-for="one in item.line.keys" :key="one" :variant="one === key ? 'tonal' : 'text'" :aria-pressed="one === key"
              @click="key = one"
            >{{ printed(one) }}</v-btn>
          </div>
          <ChartSheet v-if="excerpt" :musicxml="excerpt.musicxml" :chart="excerpt.chart" :strings="excerpt.strings" steady class="excerpt" />
        </LessonPart>
      </main>
      <footer>
        <v-btn size="large" :disabled="at === 0" aria-label="The item before" @click="go(at - 1)">←</v-btn>
        <div v-if="part.skill || part.tune" class="marks" role="group" :aria-label="`How ${part.title} went`">
          <button
            v-for="(meaning, value) in MEANINGS" :key="value" type="button" :class="{ on: markOf(part, given) === value }"
            :aria-pressed="markOf(part, given) === value" :aria-label="`${value}: ${meaning}`"
            :title="markOf(part, given) === value ? 'Press again to take it back' : undefined" @click="mark(value)"
          >
            <b>{{ value }}</b>
            <small>{{ meaning }}</small>
          </button>
        </div>
        <span class="tools">
          <v-btn :aria-pressed="metronome.on.value" :variant="metronome.on.value ? 'tonal' : 'text'" @click="metronome.toggle">Click
            {{ metronome.tempo.value }}</v-btn>
          <v-btn density="compact" aria-label="Slower" @click="metronome.set(metronome.tempo.value - 4)">−</v-btn>
          <v-btn density="compact" aria-label="Faster" @click="metronome.set(metronome.tempo.value + 4)">+</v-btn>
          <v-btn :variant="carried.includes(item.id) ? 'tonal' : 'text'" :aria-pressed="carried.includes(item.id)" @click="carry(item)">Next time</v-btn>
          <v-btn v-if="part.skill" :variant="hurt ? 'tonal' : 'text'" color="error" :aria-pressed="!!hurt" @click="ACTS.h!()">It hurt</v-btn>
        </span>
        <textarea
          ref="noteField" v-model="note" rows="1" maxlength="2000" placeholder="Note (n)" aria-label="Note" @blur="save"
          @keydown.esc="noteField?.blur()"
        ></textarea>
        <v-btn size="large" variant="flat" color="primary" :disabled="at === items.length - 1" aria-label="The next item" @click="go(at + 1)">→</v-btn>
        <p v-if="hurt" class="hurt">Stop and rest. What hurt? <input v-model="hurt.note" maxlength="300" aria-label="What hurt" /> Then mark it: it
          rests until you clear it. Pain that stays or comes back belongs with a doctor.</p>
        <p v-if="metronome.problem.value" class="hurt">{{ metronome.problem.value }}</p>
      </footer>
    </template>
  </div>
</template>

<style scoped>
.lesson { display: grid; grid-template: 'problem problem' auto 'aside main' 1fr 'aside foot' auto / 250px minmax(0, 1fr); min-height: 100vh; }
.lesson > .problem { grid-area: problem; }
main { grid-area: main; }
footer { grid-area: foot; }
.list { grid-area: aside; }
main { padding: 20px 40px; overflow: auto; }
.top { display: flex; justify-content: space-between; gap: 20px; align-items: flex-start; font-size: 1.1rem; }
.clocks { display: flex; gap: 34px; cursor: pointer; font-variant-numeric: tabular-nums; white-space: nowrap; }
.clock, .whole { font-size: 2.6rem; font-weight: 600; line-height: 1; }
.whole { font-weight: 400; color: var(--quiet); }
.clocks small { font-size: 1rem; font-weight: 400; }
.pain { color: var(--brick); font-weight: 600; font-size: 1.15rem; }
.late { font-size: 1.15rem; color: var(--fawn); }
.keys { display: flex; flex-wrap: wrap; gap: 6px; }
.excerpt { max-width: 900px; }
footer {
  border-top: 1px solid var(--rule); padding: 12px 24px; display: flex; flex-wrap: wrap; gap: 10px 20px;
  align-items: center; background: var(--card); position: sticky; bottom: 0;
}
.marks { display: flex; gap: 8px; }
.marks button {
  width: 92px; height: 64px; border: 1.5px solid var(--quiet); border-radius: 12px; display: flex;
  flex-direction: column; align-items: center; justify-content: center; cursor: pointer; line-height: 1.05;
  padding: 0 4px;
}
.marks b { font-size: 1.5rem; }
.marks small { font-size: 0.78rem; text-align: center; }
.marks .on { background: var(--moss); border-color: var(--moss); color: rgb(var(--v-theme-on-primary)); }
.tools { display: flex; align-items: center; flex-wrap: wrap; }
footer textarea {
  flex: 1 1 180px; min-width: 140px; border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit;
  background: transparent; resize: vertical; padding: 4px;
}
.hurt { flex-basis: 100%; margin: 0; }
.hurt input { border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; min-width: 220px; }
@media (max-width: 800px) {
  .lesson { grid-template: 'problem' auto 'main' 1fr 'foot' auto 'aside' auto / minmax(0, 1fr); }
  main { padding: 14px; }
  .top { flex-direction: column; gap: 6px; }
  .clock, .whole { font-size: 1.9rem; }
  footer { padding: 8px 14px; gap: 4px 8px; }
  .marks { order: -1; flex: 0 0 100%; min-width: 0; gap: 6px; }
  .marks button { flex: 1 1 0; width: auto; min-width: 0; height: 58px; padding: 0; }
  .marks small { font-size: 0.7rem; }
  .tools { flex: 1; justify-content: center; }
  .tools .v-btn { padding: 0 8px; min-width: 0; }
  footer textarea { order: 1; flex-basis: 100%; }
}
</style>
