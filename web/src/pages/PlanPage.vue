<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId, localDate, Trouble } from '../api/client'
import type { PlanItem } from '../api/types'
import { useChosenPupil } from '../composables/useChosenPupil'
import { useLoad } from '../composables/useLoad'
import { daysOn, longDate, shortDate } from '../geometry/dates'
import { dropped, loosened, moved, noWishes, titleOf, wishesInput, wishesOf, type Wishes } from '../geometry/lesson'

/** The plan of one lesson: what, how long and why; change one thing and the rest refits. */
const route = useRoute()
const router = useRouter()
const pupilId = computed(() => Number(route.params.id))
const day = computed(() => (typeof route.query.date === 'string' ? route.query.date : null))
const { data: plan, problem, load } = useLoad(() =>
  ask('get', '/api/pupils/{id}/plan', byId(pupilId.value, { ahead: 2, ...(day.value ? { date: day.value } : {}) })),
)
const wishes = ref<Wishes>(noWishes())
const version = ref(0)
const open = ref<string | null>(null)
const saving = ref(false)
const said = ref('')
const mine = ref('')
const path = ref<{ id: string; name: string }[]>([])
const adding = ref<string | null>(null)
let next: (() => void) | null = null

watch([pupilId, day], () => void load(), { immediate: true })
watch(plan, (found) => {
  if (!found || saving.value) return
  wishes.value = wishesOf(found)
  version.value = found.lesson?.lock_version ?? 0
})
useChosenPupil(() => plan.value?.pupil.id, (id) => `/pupils/${id}/plan`)

const begun = computed(() => plan.value?.lesson && plan.value.lesson.status !== 'planned')
const KINDS: Record<PlanItem['kind'], string> = {
  talk: 'first',
  'warm-up': 'warm-up',
  first: 'first lessons',
  free: 'to play',
  sound: 'sound',
  scale: 'scale or pattern',
  review: 'look again',
  rest: 'rest',
  spots: 'spots',
  new: 'new',
  tune: 'play',
  own: 'your own',
  card: 'home'
}

/** Saves the wishes and takes the refitted plan; a change made meanwhile is saved next. */
async function refit(changed: Wishes, minutes = plan.value!.minutes): Promise<void> {
  const before = wishes.value
  wishes.value = changed
  if (saving.value) {
    next = () => void refit(wishes.value, minutes)
    return
  }
  saving.value = true
  problem.value = null
  try {
    const found = await ask('put', '/api/pupils/{id}/plan', { ...byId(pupilId.value), body: {
      date: plan.value!.date,
      minutes,
      wishes: wishesInput(changed),
      lock_version: version.value
    } })
    version.value = found.lesson!.lock_version
    plan.value = { ...found, ahead: plan.value!.ahead }
    said.value = 'Saved.'
  } catch (error) {
    problem.value = error as Trouble
    if (problem.value.status === 422) wishes.value = before
    if (problem.value.code === 'stale') await load()
  } finally {
    saving.value = false
  }
  const more = next
  next = null
  more?.()
}
const fix = (item: PlanItem, minutes: number) => refit({ ...wishes.value, minutes: { ...wishes.value.minutes, [item.id]: minutes } })
const loosen = (item: PlanItem) => refit(loosened(wishes.value, item.id))
const bring = (id: string) =>
  refit({ ...wishes.value, dropped: wishes.value.dropped.filter((one) => one !== id), minutes: { ...wishes.value.minutes, [id]: 3 } })
const restore = () => refit(noWishes())

async function addMine(): Promise<void> {
  const title = mine.value.trim()
  if (!title) return
  await refit({ ...wishes.value, own: [...wishes.value.own, { id: `own ${Date.now().toString(36)}`, title, words: '' }] })
  if (!problem.value) mine.value = ''
}
async function choose(): Promise<void> {
  if (!path.value.length)
    path.value = (await ask('get', '/api/pupils/{id}', byId(pupilId.value))).path.map((stone) => ({ id: stone.id, name: `${stone.name} (${stone.area})` }))
}
watch(adding, async (skill) => {
  if (!skill) return
  await refit({ ...wishes.value, added: [...new Set([...wishes.value.added, skill])], dropped: wishes.value.dropped.filter((id) => !id.endsWith(` ${skill}`)) })
  if (!problem.value && !plan.value!.items.some((item) => item.skill === skill))
    said.value = 'Pain holds it: clear that first, on the pupil’s page.'
  adding.value = null
})

async function begin(): Promise<void> {
  try {
    const lesson = await ask('post', '/api/pupils/{id}/lessons', { ...byId(pupilId.value), body: { date: plan.value!.date, minutes: plan.value!.minutes } })
    await router.push(lesson.status === 'done' ? `/lessons/${lesson.id}/home` : `/lessons/${lesson.id}`)
  } catch (error) {
    problem.value = error as Trouble
  }
}
const verb = computed(() => {
  if (begun.value) return plan.value!.lesson!.status === 'done' ? 'Work for home' : 'Go on with the lesson'
  const today = localDate()
  return plan.value!.date > today ? 'Begin it today' : plan.value!.date < today ? 'Write the lesson down' : 'Begin the lesson'
})
const off = (days: number) => daysOn(plan.value!.date, days)
</script>

<template>
  <div class="page">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn v-if="!plan" @click="load">Try again</v-btn></div>
    <template v-if="plan">
      <header>
        <h1><router-link :to="`/pupils/${plan.pupil.id}`">{{ plan.pupil.name }}</router-link></h1>
        <span class="quiet">the lesson on {{ longDate(plan.date) }}</span>
        <span class="push">
          <v-btn :active="false" :to="`/pupils/${plan.pupil.id}/plan?date=${off(-7)}`">a week before</v-btn>
          <v-btn :active="false" :to="`/pupils/${plan.pupil.id}/plan?date=${off(7)}`">a week on</v-btn>
          <v-btn variant="flat" color="primary" @click="begin">{{ verb }}</v-btn>
        </span>
      </header>
      <p v-if="begun" class="quiet">This lesson has {{ plan.lesson!.status === 'done' ? 'been held' : 'begun' }}; its plan stands as it was then.</p>
      <div class="total">
        <label>Minutes <input
          :value="plan.minutes" inputmode="numeric" :disabled="!!begun"
          @change="refit(wishes, Number(($event.target as HTMLInputElement).value))"
        /></label>
        <span v-if="plan.spare" class="fawn">{{ plan.spare }} {{ plan.spare === 1 ? 'minute is' : 'minutes are' }} still free</span>
        <span class="small quiet" role="status">{{ said }}</span>
        <v-btn v-if="!begun" density="compact" @click="restore">As it was computed</v-btn>
      </div>
      <p v-if="plan.last_note" class="last"><b>{{ shortDate(plan.last_note.on) }}:</b> {{ plan.last_note.note }}</p>
      <p v-for="word in plan.warnings" :key="word" class="fawn">{{ word }}</p>
      <ol class="plain items" aria-label="The plan">
        <li v-for="(item, index) in plan.items" :key="item.id" :class="{ pinned: item.pinned }">
          <span class="minutes"><input
            :value="item.minutes" inputmode="numeric" :disabled="!!begun" :aria-label="`Minutes for ${titleOf(item)}`"
            @change="fix(item, Number(($event.target as HTMLInputElement).value))"
          /> min</span>
          <div>
            <span class="aside-label kind">{{ KINDS[item.kind] }}</span>
            <button type="button" class="title" :aria-expanded="open === item.id" @click="open = open === item.id ? null : item.id">{{ titleOf(item) }}</button>
            <p class="small fawn">{{ item.reasons.join('; ') }}<template v-if="item.pinned"> · fixed by you
              <button type="button" class="loose" @click="loosen(item)">let it go</button></template></p>
            <div v-if="open === item.id" class="more">
              <template v-for="part in [item, ...item.also]" :key="part.title">
                <p v-if="part.words"><b v-if="item.also.length">{{ part.title }}.</b> {{ part.words }}</p>
                <p v-if="part.checks.length" class="small quiet">Checks: {{ part.checks.join(' · ') }}</p>
                <p v-if="part.caution" class="small"><b>Take care:</b> {{ part.caution }}</p>
              </template>
            </div>
          </div>
          <span v-if="!begun" class="moves">
            <button
              type="button" :disabled="index === 0" :aria-label="`${item.title}: earlier`"
              @click="refit(moved(wishes, plan.items, item.id, -1))"
            >↑</button>
            <button
              type="button" :disabled="index === plan.items.length - 1" :aria-label="`${item.title}: later`"
              @click="refit(moved(wishes, plan.items, item.id, 1))"
            >↓</button>
            <button type="button" :aria-label="`Leave out ${item.title}`" @click="refit(dropped(wishes, item))">×</button>
          </span>
        </li>
      </ol>
      <div v-if="!begun" class="add">
        <form class="mine" @submit.prevent="addMine">
          <v-text-field v-model="mine" label="Something of your own" maxlength="120" />
          <v-btn type="submit" :disabled="!mine.trim()">Add it</v-btn>
        </form>
        <v-autocomplete v-model="adding" :items="path" item-title="name" item-value="id" label="A skill from the path" @focus="choose" />
      </div>
      <div class="columns ruled">
        <section>
          <h2>Left out</h2>
          <p v-if="!plan.left_out.length && !plan.dropped.length" class="quiet">Nothing: all that is worth doing fits.</p>
          <ul class="plain">
            <li v-for="one in plan.left_out" :key="one.id" class="out">
              <span>{{ one.title }} <span class="small quiet">{{ one.reason }}</span></span>
              <v-btn v-if="!begun" density="compact" :aria-label="`Take in ${one.title}`" @click="bring(one.id)">take in</v-btn>
            </li>
            <li v-for="one in plan.dropped" :key="`dropped ${one.id}`" class="out">
              <span><s>{{ one.title }}</s> <span class="small quiet">dropped by you</span></span>
              <v-btn
                v-if="!begun" density="compact" :aria-label="`Bring back ${one.title}`"
                @click="refit({ ...wishes, dropped: wishes.dropped.filter((other) => other !== one.id) })"
              >bring back</v-btn>
            </li>
          </ul>
        </section>
        <section>
          <h2>If all goes well</h2>
          <div v-for="lesson in plan.ahead" :key="lesson.date" class="ahead">
            <b>{{ shortDate(lesson.date) }}</b>
            <p class="small">{{ lesson.items.filter((item) => ['new', 'review', 'scale', 'spots', 'tune'].includes(item.kind)).map((item) => (item.kind ===
              'new' ? `new: ${item.title}` : item.title)).join(' · ') }}</p>
          </div>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.last { white-space: pre-line; max-width: 60em; border-left: 3px solid var(--moss); padding-left: var(--room-3); margin-top: var(--room-2); }
h1 a { color: var(--ink); text-decoration: none; }
.total { display: flex; gap: var(--room-2) var(--room-5); align-items: baseline; flex-wrap: wrap; }
input { width: 44px; text-align: right; border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; }
.items li { display: grid; grid-template-columns: 84px 1fr auto; gap: var(--room-4); padding: var(--room-2) 0; border-top: 1px solid var(--rule); align-items: baseline; }
.items li.pinned { box-shadow: inset 3px 0 0 var(--fawn); }
.minutes { padding-left: var(--room-3); white-space: nowrap; font-weight: 600; }
.kind { display: inline-block; min-width: 7.5em; }
.title { font: 600 1.08rem var(--v-font-body); cursor: pointer; text-align: left; }
.title:hover { text-decoration: underline; text-underline-offset: 3px; }
.items p { margin: 0 0 2px; }
.more { padding: var(--room-1) 0 var(--room-2); max-width: 46em; }
.moves button { width: 32px; height: 32px; cursor: pointer; }
.moves button:disabled { opacity: 0.35; }
.loose { text-decoration: underline; cursor: pointer; }
.add { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-2) var(--room-6); margin-top: var(--room-3); align-items: end; }
.mine { display: grid; grid-template-columns: 1fr auto; gap: var(--room-2); align-items: end; }
.columns { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-2) var(--room-7); }
.out { display: flex; justify-content: space-between; gap: var(--room-3); align-items: baseline; padding: var(--room-1) 0; }
.ahead p { margin-bottom: var(--room-2); }
@media (--tablet) {
  .columns, .add { grid-template-columns: 1fr; }
  .items li { grid-template-columns: 92px 1fr; }
  .kind { display: block; }
  .moves { grid-column: 2; }
}
</style>
