<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { ask } from '../api/client'
import type { Habit, Hand } from '../api/types'
import { useAct } from '../composables/useAct'
import { barList } from '../geometry/words'

/** What the marks on charts have in common, how it moves the charts to come, and the teacher's say about each. */
const hand = ref<Hand>()
const { act, busy, trouble } = useAct()
const SHOWN = 3 // tunes named for a habit

const AGAIN = 2000 // ms: new marks are looked at in the background
let later = 0

function show(found: Hand): void {
  hand.value = found
  clearTimeout(later)
  if (found.learning) later = window.setTimeout(() => void ask('get', '/api/hand').then(show).catch(() => undefined), AGAIN)
}
onMounted(() => act(async () => show(await ask('get', '/api/hand'))))
onBeforeUnmount(() => clearTimeout(later))
const change = (body: { off: boolean }) => act(async () => show(await ask('patch', '/api/hand', { body })))
const say = (taste: string, body: { off?: boolean; forget?: boolean }) =>
  act(async () => show(await ask('patch', '/api/hand/{taste}', { params: { path: { taste } }, body })))
const rest = (habit: Habit) => habit.where.length - SHOWN
</script>

<template>
  <section class="ruled">
    <h2>Your own hand</h2>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <template v-if="hand">
      <p class="about">
        Marks you keep on charts move Fawnmoss a little your way, in other tunes too. Where your hand decided, the note says what Fawnmoss
        would take by itself. A mark counts when it has stood for ten minutes, or is on a card; cards that are out stay as they are.
        <span v-if="hand.learning" role="status">New marks are being looked at.</span>
        <span v-else-if="hand.waiting" class="quiet">{{ hand.waiting === 1 ? 'One marked chart is' : `${hand.waiting} marked charts are` }} too new to
          count.</span>
      </p>
      <label v-if="hand.marked || hand.off" class="choice"><input
        type="checkbox" :checked="!hand.off" :disabled="busy"
        @change="change({ off: !hand.off })"
      /> Charts follow my hand</label>
      <ul class="plain habits" :class="{ faded: hand.off }">
        <li v-for="habit in hand.habits" :key="habit.taste">
          <p class="words" :class="{ faded: habit.off }">{{ habit.words }}.</p>
          <p class="small quiet">
            <template v-for="(chart, at) in habit.where.slice(0, SHOWN)" :key="chart.chart_id"><template v-if="at">; </template>
            <router-link :to="`/charts/${chart.chart_id}`">{{ chart.title }}</router-link>, {{ barList(chart.bars) }}</template>
            <template v-if="rest(habit) > 0">; and in {{ rest(habit) }} more</template>
          </p>
          <p class="say">
            <v-btn
              density="compact" :disabled="busy"
              @click="say(habit.taste, { off: !habit.off })"
            >{{ habit.off ? 'Follow it' : 'Do not follow it' }}</v-btn>
            <v-btn density="compact" :disabled="busy" @click="say(habit.taste, { forget: true })">Forget it</v-btn>
          </p>
        </li>
      </ul>
      <p v-if="!hand.habits.length" class="quiet">{{ hand.marked ? 'So far your marks have nothing in common that another tune could use.' :
        'No chart has marks of yours yet.' }}</p>
      <p v-for="one in hand.forgotten" :key="one.taste" class="small quiet">
        Forgotten, from the marks so far: “{{ one.words }}”, and its opposite.
        <v-btn density="compact" :disabled="busy" @click="say(one.taste, { forget: false })">Remember it again</v-btn>
      </p>
    </template>
  </section>
</template>

<style scoped>
.about { max-width: 74ch; }
.choice { display: flex; gap: var(--room-2); align-items: center; margin: var(--room-2) 0; }
input { accent-color: rgb(var(--v-theme-primary)); }
.habits { display: grid; grid-template-columns: repeat(auto-fill, minmax(320px, 1fr)); gap: var(--room-3) var(--room-6); margin: var(--room-2) 0 var(--room-3); }
.habits li { border-top: 1px solid var(--rule); padding-top: var(--room-2); }
.words { font-weight: 600; }
.say { margin: 2px 0 0 -10px; }
.faded { opacity: 0.62; }
</style>
