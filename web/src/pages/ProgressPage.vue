<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ask, byId, localDate } from '../api/client'
import { useChosenPupil } from '../composables/useChosenPupil'
import { useLoad } from '../composables/useLoad'
import { daysOn, shortDate } from '../geometry/dates'
import { tickDate } from '../geometry/plots'

/** How a pupil gets on, drawn from marks; the numbers stand behind every plot. */
const ProgressPlot = defineAsyncComponent(() => import('../components/ProgressPlot.vue'))
const BarPlot = defineAsyncComponent(() => import('../components/BarPlot.vue'))
const TempoPlot = defineAsyncComponent(() => import('../components/TempoPlot.vue'))
const route = useRoute()
const weeks = ref(14)
const { data: found, problem, load } = useLoad(() => ask('get', '/api/pupils/{id}/progress', byId(Number(route.params.id), { weeks: weeks.value })))
watch([() => route.params.id, weeks], () => void load(), { immediate: true })
useChosenPupil(() => found.value?.pupil.id, (id) => `/pupils/${id}/progress`)
const from = computed(() => daysOn(localDate(), -7 * weeks.value))
const told = computed(() => found.value?.practice.some((week) => week.reported))
const AREAS = [
  { state: 'secure', tone: 'moss' },
  { state: 'steady', tone: 'moss-light' },
  { state: 'rusty', tone: 'fawn' },
  { state: 'started', tone: 'outline' }
] as const
</script>

<template>
  <div class="page">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></div>
    <template v-if="found">
      <header>
        <h1>Progress</h1>
        <OfPupil :pupil="found.pupil" />
        <span class="push out">
          <v-select
            v-model="weeks" :items="[8, 14, 26, 52].map((value) => ({ value, title: `${value} weeks` }))" aria-label="How far back"
            density="compact" class="back"
          />
          <v-btn to="/progress">All pupils</v-btn>
          <v-btn :href="`/api/pupils/${found.pupil.id}/marks.csv`" download>CSV</v-btn>
          <v-btn variant="flat" color="primary" :to="`/pupils/${found.pupil.id}/report?from=${from}&to=${localDate()}`">Report for a parent</v-btn>
        </span>
      </header>
      <div class="columns">
        <section><h2>The path</h2><ProgressPlot :weeks="found.weeks" /></section>
        <section>
          <h2>By area</h2>
          <BarPlot
            :labels="found.areas.map((area) => area.area)"
            :series="AREAS.map(({ state, tone }) => ({ label: state, tone, values: found!.areas.map((area) => area[state]) }))" stacked lying
            :height="250"
          />
          <details class="small">
            <summary class="quiet">the numbers</summary>
            <table>
              <thead><tr><th>area</th><th>untouched</th><th v-for="{ state } in AREAS" :key="state">{{ state }}</th></tr></thead>
              <tbody>
                <tr v-for="area in found.areas" :key="area.area">
                  <td>{{ area.area }}</td>
                  <td>{{ area.untouched }}</td>
                  <td v-for="{ state } in AREAS" :key="state">{{ area[state] }}</td>
                </tr>
              </tbody>
            </table>
          </details>
        </section>
        <section>
          <h2>Tempi</h2>
          <p v-if="!found.tempi.length" class="quiet">No tempo was written with a mark yet. With the click on in a lesson it is written by itself.</p>
          <template v-else>
            <TempoPlot :tempi="found.tempi" />
            <details class="small">
              <summary class="quiet">the numbers</summary>
              <p v-for="one in found.tempi" :key="one.name"><b>{{ one.name }}</b>{{ one.goal ? `, goal ${one.goal}` : '' }}:
                {{ one.points.map((point) => `${shortDate(point.on)} ${point.tempo}`).join(', ') }}</p>
            </details>
          </template>
        </section>
        <section>
          <h2>Practice at home</h2>
          <BarPlot
            :labels="found.practice.map((week) => tickDate(week.on))"
            :series="[{ label: 'told from cards, minutes a week', tone: 'moss', values: found.practice.map((week) => week.reported) }, { label: 'planned',
              tone: 'outline', values: found.practice.map((week) => week.planned) }]"
          />
          <p v-if="!told" class="small quiet">Nothing was told from a card yet.</p>
          <details class="small">
            <summary class="quiet">the numbers</summary>
            <table>
              <thead><tr><th>week to</th><th>planned</th><th>told</th></tr></thead>
              <tbody>
                <tr v-for="week in found.practice" :key="week.on"><td>{{ shortDate(week.on) }}</td><td>{{ week.planned }}</td><td>{{ week.reported }}</td></tr>
              </tbody>
            </table>
          </details>
        </section>
        <section>
          <h2>Tunes that go</h2>
          <p v-if="!found.tunes.length" class="quiet">None marked 3 yet.</p>
          <ul class="plain">
            <li v-for="tune in found.tunes" :key="tune.title">{{ tune.title }} <span class="small quiet">{{ shortDate(tune.on) }}</span></li>
          </ul>
        </section>
        <section>
          <h2>Stuck and rusty</h2>
          <p v-if="!found.stuck.length && !found.rusty.length" class="quiet">Nothing.</p>
          <ul class="plain">
            <li v-for="one in found.stuck" :key="one.name" class="fawn">{{ one.name }}, low since {{ shortDate(one.since) }}: try another way to it, or
              an easier step</li>
            <li v-for="name in found.rusty" :key="name">{{ name }} <span class="small quiet">rusty</span></li>
          </ul>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.out { display: flex; gap: var(--room-2); align-items: center; }
.back { width: 130px; }
.columns { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: var(--room-5) var(--room-7); }
table { border-collapse: collapse; }
th, td { text-align: right; padding: 1px var(--room-3) 1px 0; font-weight: 400; }
th:first-child, td:first-child { text-align: left; }
th { font-style: italic; font-family: var(--v-font-heading); }
@media (--slate) { .columns { grid-template-columns: minmax(0, 1fr); } }
</style>
