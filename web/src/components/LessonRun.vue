<script setup lang="ts">
import { computed, onUnmounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, byId, Trouble } from '../api/client'
import { inStudio, type TakeAbout } from '../api/takes'
import type { Hold, Lesson, LessonItem } from '../api/types'
import { scaleOf, useExcerpt } from '../composables/useExcerpt'
import { useKeys } from '../composables/useKeys'
import { useLessonKeeping } from '../composables/useLessonKeeping'
import { useMarks } from '../composables/useMarks'
import { useMetronome } from '../composables/useMetronome'
import { usePictures } from '../composables/usePictures'
import { useTakeShown } from '../composables/useTakeShown'
import { clockWords, markOf, pace, partsOf, type Given } from '../geometry/lesson'
import { printed } from '../geometry/words'
import ChartSheet from './ChartSheet.vue'
import LessonFoot from './LessonFoot.vue'
import LessonList from './LessonList.vue'
import LessonPart from './LessonPart.vue'
import RecordButton from './RecordButton.vue'
import RecordHere from './RecordHere.vue'
import TakeResult from './TakeResult.vue'

/** The lesson as it runs: one thing at a time, large enough to be read from across the room, worked with one hand. */
const props = defineProps<{ opened: Lesson }>()
const router = useRouter()
const id = props.opened.id
const lesson = ref(props.opened)
const keeping = useLessonKeeping(lesson)
const { at, item, spent, own, carried, note, running, away, problem, keep, forget, save, take } = keeping
const ticked = ref<string[]>([])
const hurt = ref<{ note: string } | null>(null)
const holds = ref<Pick<Hold, 'words'>[]>(props.opened.holds)
const ending = ref(false)
const foot = ref<{ write: () => void } | null>(null)
const metronome = useMetronome()
const pictures = usePictures(() => props.opened.pupil.instrument)
const { sent, unsent, state: sending, problem: refused, add, settled } = useMarks(props.opened.pupil.id, props.opened.marks)

const items = computed(() => lesson.value.items)
const parts = computed(() => (item.value ? partsOf(item.value) : []))
/** Which of the things that share the item is in hand. */
const which = ref(0)
const part = computed(() => parts.value[which.value] ?? parts.value[0]!)
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
  if (next >= 0 && !again) choose(next)
}
function choose(one: number): void {
  which.value = one
  ticked.value = []
}
const carry = (one: LessonItem) => {
  carried.value = carried.value.includes(one.id) ? carried.value.filter((other) => other !== one.id) : [...carried.value, one.id]
  keep()
}
async function refit(): Promise<void> {
  try {
    const minutes = Math.max(0, Math.round(left.value / 60))
    const fitted = await ask('post', '/api/lessons/{id}/refit', { ...byId(id), body: { from: at.value + 1, minutes } })
    take({ ...lesson.value, items: fitted.items })
    carried.value = [...new Set([...carried.value, ...fitted.items.slice(at.value + 1).filter((one) => !one.minutes).map((one) => one.id)])]
    keep()
  } catch (error) {
    problem.value = error as Trouble
  }
}
/** Marks that are still on their way come first; false when they cannot arrive now. */
async function arrived(what: string): Promise<boolean> {
  const all = await settled()
  if (!all) problem.value = new Trouble(0, 'Some marks are not sent yet', `They are kept here; ${what} when the server can be reached.`)
  return all
}
/** Begun by mistake: it is a plan again, and its marks are struck out. */
async function unbegin(): Promise<void> {
  if (!(await arrived('take the lesson back'))) return
  try {
    await ask('delete', '/api/lessons/{id}', byId(id, { strike: 'yes' as const }))
    forget()
    await router.push(`/pupils/${lesson.value.pupil.id}/plan?date=${lesson.value.held_on}`)
  } catch (error) {
    problem.value = error as Trouble
  }
}
async function finish(): Promise<void> {
  ending.value = true
  try {
    if (!(await arrived('end the lesson'))) return
    await ask('post', '/api/lessons/{id}/finish', { ...byId(id), body: { ...keeping.state(), carried: carried.value, key: keeping.key } })
    forget()
    await router.push(`/lessons/${id}/home`)
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    ending.value = false
  }
}

const { excerpt, key, putBy } = useExcerpt(item, props.opened.pupil.id, id)

/** A recording of what is in hand: of the chart, or of the scale in its key. */
const recording = ref(false)
const { take: shown, problem: notShown, show, leave } = useTakeShown(inStudio)
watch(() => item.value?.id, leave)
function aboutTake(): TakeAbout {
  const about = { lesson_id: id, source: 'lesson' as const, tempo: metronome.tempo.value }
  if (item.value!.chart_id) return { kind: 'chart', chart_id: item.value!.chart_id, ...about }
  return { kind: 'scale', pupil_id: props.opened.pupil.id, scale: scaleOf(item.value!.line!, key.value), ...about }
}
const ahead = setTimeout(() => void putBy(items.value), 2500) // what is in hand goes first
onUnmounted(() => clearTimeout(ahead))
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
  n: () => foot.value?.write(),
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
</script>

<template>
  <div class="lesson">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }}</div>
    <template v-if="item">
      <LessonList
        class="list" :lesson="lesson" :at="at" :given="given" :carried="carried" :saying="saying" :ending="ending" @go="go"
        @move="keeping.move" @changed="take" @finish="finish" @unbegin="unbegin"
      />
      <div class="item">
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
            @click="choose(index)"
          >{{ one.title }}<template v-if="markOf(one, given) !== null">: {{ markOf(one, given) }}</template></v-btn>
        </div>
        <LessonPart v-model="ticked" :child="lesson.pupil.child" :part="part" :steps="item.steps" :pictures="pictures" :row="!!(item.line || item.chart_id)">
          <div v-if="item.line && item.line.keys.length > 1" class="keys" role="group" aria-label="Key">
            <v-btn
              v-for="one in item.line.keys" :key="one" :variant="one === key ? 'tonal' : 'text'" :aria-pressed="one === key"
              @click="key = one"
            >{{ printed(one) }}</v-btn>
          </div>
          <ChartSheet v-if="excerpt" :musicxml="excerpt.musicxml" :chart="excerpt.chart" :strings="excerpt.strings" steady class="excerpt" />
          <template v-if="excerpt">
            <RecordButton v-model="recording" />
            <RecordHere
              v-if="recording" :pupil-id="lesson.pupil.id" :tempo="metronome.tempo.value" :play="async () => excerpt?.play ?? null" stay :about="aboutTake"
              @done="(one) => show(one.id)"
            />
            <p v-if="notShown" class="problem small" role="alert">{{ notShown.text }}</p>
            <TakeResult v-if="shown" :take="shown" :place="inStudio" teacher class="excerpt" @again="show(shown.id)">
              <template #tools><router-link :to="`/takes/${shown.id}`" target="_blank">Marks it would give</router-link></template>
            </TakeResult>
          </template>
        </LessonPart>
      </div>
      <LessonFoot
        ref="foot" v-model:note="note" v-model:hurt="hurt" class="foot" :part="part" :given="given" :wanted="carried.includes(item.id)"
        :first="at === 0" :last="at === items.length - 1" :metronome="metronome" @go="go(at + $event)" @mark="mark" @carry="carry(item)" @save="save"
      />
    </template>
  </div>
</template>

<style scoped>
.lesson { display: grid; grid-template: 'problem problem' auto 'aside main' 1fr 'aside foot' auto / 250px minmax(0, 1fr); min-height: 100vh; }
.lesson > .problem { grid-area: problem; }
.item { grid-area: main; }
.foot { grid-area: foot; }
.list { grid-area: aside; }
.item { padding: var(--room-5) var(--room-7); overflow: auto; }
.top { display: flex; justify-content: space-between; gap: var(--room-5); align-items: flex-start; font-size: 1.1rem; }
.clocks { display: flex; gap: var(--room-6); cursor: pointer; font-variant-numeric: tabular-nums; white-space: nowrap; }
.clock, .whole { font-size: 2.6rem; font-weight: 600; line-height: 1; }
.whole { font-weight: 400; color: var(--quiet); }
.clocks small { font-size: 1rem; font-weight: 400; }
.pain { color: var(--brick); font-weight: 600; font-size: 1.15rem; }
.late { font-size: 1.15rem; color: var(--fawn); }
.keys { display: flex; flex-wrap: wrap; gap: var(--room-2); }
.excerpt { max-width: 900px; }
@media (--tablet) {
  .lesson { grid-template: 'problem' auto 'main' 1fr 'foot' auto 'aside' auto / minmax(0, 1fr); }
  .item { padding: var(--room-4); }
  .top { flex-direction: column; gap: var(--room-2); }
  .clock, .whole { font-size: 1.9rem; }
}
</style>
