<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Picture, PractisedDay, WorkItem } from '../api/types'
import { doneWords } from '../geometry/words'
import { week } from '../geometry/work'
import SmallPicture from './SmallPicture.vue'

/** The work of a card in order, with a box to tick for each day until the next lesson; live on a phone, plain on paper. */
const props = defineProps<{ items: WorkItem[]; issued: string; days?: PractisedDay[]; live?: boolean; today?: string; pictures?: Record<string, Picture> }>()
const emit = defineEmits<{ tick: [item: number, day: string, runs: number]; hear: [item: WorkItem]; tempo: [tempo: number] }>()

/** A day to come is not ticked: it says so. */
const early = ref('')
function tick(item: number, day: string): void {
  early.value = props.today && day > props.today ? `${whole(day)} is still to come: tick it when it is done.` : ''
  if (!early.value) emit('tick', item, day, next(runs(item, day)))
}
const dates = computed(() => week(props.issued))
const runs = (item: number, day: string): number => props.days?.find((one) => one.day === day)?.items[String(item)] ?? 0
const letters = (day: string) => new Date(`${day}T12:00:00`).toLocaleDateString('en-GB', { weekday: 'short' }).slice(0, 2)
const whole = (day: string) => new Date(`${day}T12:00:00`).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
/** Once, twice … five times, and back to none. */
const next = (count: number) => (count >= 5 ? 0 : count + 1)
</script>

<template>
  <ol class="work plain" aria-label="Work">
    <li v-for="(item, index) in items" :key="index">
      <div class="words">
        <b>{{ item.title }}</b> <span class="minutes">{{ item.minutes }} min</span>
        <span v-if="live" class="acts">
          <v-btn v-if="item.bars.length" density="compact" @click="emit('hear', item)">Hear it</v-btn>
          <v-btn v-for="tempo in item.tempi" :key="tempo" density="compact" :aria-label="`Tempo ${tempo}`" @click="emit('tempo', tempo)">{{ tempo }}</v-btn>
        </span>
        <SmallPicture v-if="item.skill && pictures?.[item.skill]" class="seen" :picture="pictures[item.skill]!" bare />
        <p v-for="step in item.steps" :key="step">{{ step }}</p>
      </div>
      <div class="boxes" role="group" :aria-label="`Days: ${item.title}`">
        <span v-for="day in dates" :key="day" class="day">
          <span class="letters">{{ letters(day) }}</span>
          <button
            v-if="live" type="button" class="box" :class="{ done: runs(index, day), now: day === today }"
            :aria-label="`${whole(day)}: ${doneWords(runs(index, day))}`"
            @click="tick(index, day)"
          >{{ runs(index, day) || '' }}</button>
          <span v-else class="box">{{ runs(index, day) || '' }}</span>
        </span>
      </div>
    </li>
  </ol>
  <p v-if="live" class="small fawn early" role="status">{{ early }}</p>
</template>

<style scoped>
.early:empty { display: none; }
.work li {
  display: grid; grid-template-columns: 1fr auto; gap: 2px var(--room-5); padding: var(--room-1) 0; border-top: 1px solid var(--rule);
  align-items: start; break-inside: avoid;
}
.work li:first-child { border-top: 0; }
.seen { float: right; width: 58mm; margin: 0 0 2px var(--room-3); }
.words p { margin: 0; font-size: 0.9rem; line-height: 1.35; }
.minutes { color: var(--quiet); white-space: nowrap; margin-left: var(--room-1); }
.boxes { display: inline-flex; gap: var(--room-1); padding-top: 2px; }
.day { display: flex; flex-direction: column; align-items: center; }
.letters { font-size: 0.68rem; line-height: 1.1; color: var(--quiet); }
.box { width: 20px; height: 20px; border: 1.3px solid var(--ink); display: grid; place-items: center; font-size: 0.85rem; font-weight: 600; }
button.box { width: 32px; height: 32px; border-radius: 6px; cursor: pointer; padding: 0; }
.box.now { box-shadow: 0 0 0 2px var(--moss); }
.box.done { background: var(--moss); color: rgb(var(--v-theme-on-primary)); }
.acts .v-btn { min-width: 0; padding: 0 var(--room-2); }
@media (--phone) {
  .work li { grid-template-columns: 1fr; }
  .boxes { justify-content: space-between; padding: var(--room-1) 0 var(--room-2); }
  button.box { width: 40px; height: 40px; }
}
@media screen and (max-width: 640px) { .seen { float: none; width: auto; margin: 2px 0; } }
@media print { .work li:not(:first-child) .letters { display: none; } .acts { display: none; } .box.done { background: none; color: #000; } }
</style>
