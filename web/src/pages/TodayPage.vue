<script setup lang="ts">
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { ask, byId, type Trouble } from '../api/client'
import type { TodayLesson } from '../api/types'
import LookList from '../components/LookList.vue'
import NewTakes from '../components/NewTakes.vue'
import { useLoad } from '../composables/useLoad'
import { longDate, shortDate } from '../geometry/dates'
import { usePupils } from '../stores/pupils'

const pupils = usePupils()
const router = useRouter()
const { data: day, problem, load } = useLoad(() => ask('get', '/api/today'))
onMounted(load)

const STATUS: Record<TodayLesson['status'], string> = { weekly: '', moved: 'moved here', extra: 'extra lesson', cancelled: 'cancelled', holiday: 'no lesson' }
const held = (lesson: TodayLesson) => !['cancelled', 'holiday'].includes(lesson.status)
const MATTER = ['talk', 'first', 'scale', 'review', 'spots', 'tune', 'own']
const about = (lesson: TodayLesson) => lesson.plan.filter((item) => MATTER.includes(item.kind)).map((item) => item.title)
const fresh = (lesson: TodayLesson) => lesson.plan.filter((item) => item.kind === 'new').map((item) => item.title)

async function begin(lesson: TodayLesson): Promise<void> {
  pupils.choose(lesson.id)
  try {
    const body = { date: day.value!.date, ...(lesson.lesson ? {} : { minutes: lesson.minutes }) }
    const found = await ask('post', '/api/pupils/{id}/lessons', { ...byId(lesson.id), body })
    await router.push(found.status === 'done' ? `/lessons/${found.id}/home` : `/lessons/${found.id}`)
  } catch (error) {
    problem.value = error as Trouble
  }
}
const verb = (lesson: TodayLesson) => ({ running: 'Go on', done: 'Work for home' })[lesson.lesson?.status ?? ''] ?? 'Begin'
</script>

<template>
  <div class="page">
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <template v-if="day">
      <header><h1>{{ longDate(day.date) }}</h1><span class="push">
        <v-btn v-if="day.cards.length" :to="`/cards?ids=${day.cards.join(',')}`">Print
          {{ day.cards.length === 1 ? 'today’s card' : `today’s ${day.cards.length} cards` }}</v-btn>
        <v-btn to="/calendar">The week</v-btn></span></header>
      <p v-if="!day.pupils">No pupils yet. <router-link to="/pupils">Add the first one</router-link>, then bring a tune to the shelf.</p>
      <p v-else-if="!day.lessons.length && !day.groups.length" class="quiet">No lessons today.</p>
      <p v-for="clash in day.clashes" :key="clash" class="fawn">{{ clash }} <router-link to="/calendar">Move one</router-link></p>
      <ol v-if="day.groups.length" class="plain day">
        <li v-for="group in day.groups" :key="`group ${group.id}`" :class="{ off: !['weekly', 'moved', 'extra'].includes(group.status) }">
          <div class="time">{{ group.time ?? 'no time' }}<small>{{ group.minutes }} min</small></div>
          <div>
            <h3><router-link :to="`/groups/${group.id}?date=${day.date}`">{{ group.name }}</router-link> <span class="quiet">together</span></h3>
            <p class="quiet">{{ group.members.join(', ') }}</p>
          </div>
          <span class="acts"><v-btn variant="flat" color="primary"
            :to="`/groups/${group.id}?date=${day.date}`">{{ group.lesson === 'planned' ? 'Plan' : 'Open' }}</v-btn></span>
        </li>
      </ol>
      <ol class="plain day">
        <li v-for="lesson in day.lessons" :key="`${lesson.id} ${lesson.status}`" :class="{ off: !held(lesson) }">
          <div class="time">{{ lesson.time ?? 'no time' }}<small>{{ lesson.minutes }} min</small></div>
          <div>
            <h3>
              <router-link :to="`/pupils/${lesson.id}`" @click="pupils.choose(lesson.id)">{{ lesson.name }}</router-link> <span
                class="quiet">{{ lesson.instrument }} {{ lesson.size }}</span> <span v-if="STATUS[lesson.status]"
                  class="fawn small">{{ STATUS[lesson.status] }}{{ lesson.note ? `: ${lesson.note}` : '' }}</span>
            </h3>
            <template v-if="held(lesson)">
              <LookList :looks="lesson.look" />
              <NewTakes :takes="lesson.recordings" />
              <p v-for="note in lesson.notes" :key="note.id" class="home">From home, {{ shortDate(note.on) }}: {{ note.text }}</p>
              <p v-if="lesson.last_note" class="last">{{ shortDate(lesson.last_note.on) }}: {{ lesson.last_note.note }}</p>
              <p v-if="fresh(lesson).length">New: <b>{{ fresh(lesson).join('; ') }}</b></p>
              <p v-if="about(lesson).length" class="quiet">{{ about(lesson).join(' · ') }}</p>
              <p v-if="lesson.in_work" class="small">Last card:
                <router-link :to="`/cards/${lesson.in_work.card_id}`">{{ lesson.in_work.title }}</router-link> <span class="quiet">of
                  {{ shortDate(lesson.in_work.issued_on) }}</span>
                </p>
            </template>
          </div>
          <span v-if="held(lesson)" class="acts">
            <v-btn :to="`/pupils/${lesson.id}/plan?date=${day.date}`" @click="pupils.choose(lesson.id)">Plan</v-btn>
            <v-btn variant="flat" color="primary" @click="begin(lesson)">{{ verb(lesson) }}</v-btn>
          </span>
        </li>
      </ol>
      <section v-if="day.look.length" class="ruled">
        <h2>Others who want a look</h2>
        <ul class="plain">
          <li v-for="pupil in day.look" :key="pupil.id" class="look">
            <router-link :to="`/pupils/${pupil.id}`" @click="pupils.choose(pupil.id)">{{ pupil.name }}</router-link> <span
              class="quiet">{{ pupil.instrument }}</span>
            <LookList :looks="pupil.look" />
            <NewTakes :takes="pupil.recordings" />
            <p v-for="note in pupil.notes" :key="note.id" class="home">From home, {{ shortDate(note.on) }}: {{ note.text }}</p>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.day li { display: grid; grid-template-columns: 76px 1fr auto; gap: var(--room-4); padding: var(--room-4) 0; border-top: 1px solid var(--rule); align-items: start; }
.day li.off { color: var(--quiet); }
.off .time { text-decoration: line-through; }
.time { font-size: 1.3rem; font-weight: 600; line-height: 1.1; }
.time small { display: block; font-size: 0.85rem; font-weight: 400; color: var(--quiet); }
.home { border-left: 3px solid var(--fawn); padding-left: var(--room-3); }
.last { border-left: 3px solid var(--moss); padding-left: var(--room-3); white-space: pre-line; max-height: 4.6em; overflow: auto; }
.look { padding: var(--room-1) 0; }
.acts { display: flex; gap: var(--room-1); white-space: nowrap; }
p { margin-bottom: 2px; }
h3 a { color: var(--ink); }
@media (--phone) { .day li { grid-template-columns: 64px 1fr; } .acts { grid-column: 2; } }
</style>
