<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, byId, localDate, type Trouble } from '../api/client'
import type { DiaryLesson } from '../api/types'
import { longDate } from '../geometry/dates'

/** The lessons that were, newest first: what was done, marked, noted, carried over and given for home; found by words, opened again. */
const props = defineProps<{ pupil: number }>()
const router = useRouter()
const lessons = ref<DiaryLesson[]>([])
const total = ref(0)
const text = ref('')
const open = ref<number | null>(null)
const problem = ref<Trouble | null>(null)
const busy = ref(false)
const day = ref(localDate())
const TYPING = 220 // ms without a key before the words are looked for
let timer: ReturnType<typeof setTimeout> | undefined
let asked = 0

async function fetch(from = 0): Promise<void> {
  const mine = ++asked
  try {
    const found = await ask('get', '/api/pupils/{id}/diary', byId(props.pupil, { from, text: text.value }))
    if (mine !== asked) return
    lessons.value = from ? [...lessons.value, ...found.lessons] : found.lessons
    total.value = found.total
    problem.value = null
  } catch (error) {
    if (mine === asked) problem.value = error as Trouble
  }
}
watch(() => props.pupil, () => {
  lessons.value = []
  text.value = ''
  void fetch()
}, { immediate: true })
watch(text, () => {
  clearTimeout(timer)
  timer = setTimeout(() => void fetch(), TYPING)
})
async function again(lesson: DiaryLesson): Promise<void> {
  busy.value = true
  try {
    await ask('post', '/api/lessons/{id}/open', byId(lesson.id))
    await router.push(`/lessons/${lesson.id}`)
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    busy.value = false
  }
}
const told = (lesson: DiaryLesson) => lesson.items.filter((item) => item.value !== null || (item.reached && item.kind !== 'card'))
const missed = (lesson: DiaryLesson) => lesson.items.filter((item) => !item.reached && !['free', 'card', 'rest'].includes(item.kind))
</script>

<template>
  <div>
    <div class="find">
      <v-text-field v-if="total || text" v-model="text" label="Find in the lessons" density="compact" clearable maxlength="80" />
      <form class="late" @submit.prevent="router.push(`/pupils/${pupil}/plan?date=${day}`)">
        <label class="small">A lesson of <input v-model="day" type="date" :max="localDate()" required /></label>
        <v-btn type="submit" density="compact">write it down</v-btn>
      </form>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn density="compact" @click="fetch()">Try again</v-btn></p>
    <p v-else-if="!total" class="quiet">{{ text ? 'No lesson says that.' : 'None yet. Plan one and begin it.' }}</p>
    <ol class="plain">
      <li v-for="lesson in lessons" :key="lesson.id">
        <p class="head">
          <button type="button" :aria-expanded="open === lesson.id"
            @click="open = open === lesson.id ? null : lesson.id">{{ longDate(lesson.held_on) }}</button>
          <span class="quiet small">{{ lesson.minutes }} minutes<template
            v-if="lesson.status !== 'done'">, {{ lesson.status === 'running' ? 'not ended' : 'not begun' }}</template></span>
          <router-link v-for="card in lesson.cards" :key="card.id" :to="`/cards/${card.id}`" class="small">Card No. {{ card.number }}</router-link>
        </p>
        <p v-if="lesson.note" class="note">{{ lesson.note }}</p>
        <p v-if="open !== lesson.id" class="small quiet marks">
          <span v-for="item in told(lesson).filter((one) => one.value !== null)" :key="item.title">{{ item.title }} <b>{{ item.value }}</b></span>
        </p>
        <div v-if="open === lesson.id" class="more small">
          <ul class="plain">
            <li v-for="item in told(lesson)" :key="item.title">{{ item.title }}<template v-if="item.value !== null">: <b>{{ item.value }}</b></template>
              <span v-if="item.note" class="quiet">{{ item.note }}</span></li>
          </ul>
          <p v-if="missed(lesson).length">Not reached: {{ missed(lesson).map((item) => item.title).join(', ') }}.</p>
          <p v-if="lesson.promises.length">Carried over: {{ lesson.promises.map((one) => (one.kept ? `${one.title} (done since)` : one.title)).join(', ')
            }}.</p>
          <v-btn v-if="lesson.status === 'done'" density="compact" :disabled="busy" @click="again(lesson)">Open it again</v-btn>
          <v-btn v-else-if="lesson.status === 'running'" density="compact" :to="`/lessons/${lesson.id}`">Go on with it</v-btn>
          <v-btn v-else density="compact" :to="`/pupils/${pupil}/plan?date=${lesson.held_on}`">Its plan</v-btn>
          <v-btn v-if="lesson.status === 'done'" density="compact" :to="`/lessons/${lesson.id}/home`">Work for home</v-btn>
        </div>
      </li>
    </ol>
    <v-btn v-if="lessons.length < total" density="compact" @click="fetch(lessons.length)">{{ total - lessons.length }} earlier</v-btn>
  </div>
</template>

<style scoped>
.find { display: flex; flex-wrap: wrap; gap: var(--room-2) var(--room-6); align-items: center; }
.find > .v-input { max-width: 320px; flex: 1 1 200px; }
.late { display: flex; align-items: baseline; gap: var(--room-1); }
.late input { border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; }
ol > li { border-top: 1px solid var(--rule); padding: var(--room-2) 0; }
.head { display: flex; gap: var(--room-4); align-items: baseline; margin: 0; }
.head button { font-weight: 600; cursor: pointer; }
.head button:hover { text-decoration: underline; text-underline-offset: 3px; }
.note { margin: 0; white-space: pre-line; max-width: 60em; }
.marks { margin: 0; display: flex; flex-wrap: wrap; gap: 0 var(--room-4); }
.more ul { columns: 2; column-gap: var(--room-7); }
.head button { padding: 0; }
@media (--phone) { .more ul { columns: 1; } }
.more { padding: var(--room-2) 0 2px; }
</style>
