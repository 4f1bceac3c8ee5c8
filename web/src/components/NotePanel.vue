<script setup lang="ts">
import { computed } from 'vue'
import type { ChartNote } from '../api/types'
import type { Choice } from '../geometry/pins'
import { beat, place, printed } from '../geometry/words'

/** The note in hand: what it is, why it is so, other places with their price, bow, ring and check. */
const props = defineProps<{ note: ChartNote | null; strings: string[] }>()
const emit = defineEmits<{ pin: [choice: Choice] }>()

/** How a stroke may join the one before: its key, what the button says, and what when it is so. */
const JOINS = [
  ['slur', 'l', 'Slur', 'No slur here'],
  ['hook', 'h', 'Hook', 'Hook'],
  ['lift', 'f', 'Lift', 'Lift']
] as const
const DIRECTIONS = [
  ['down', 'd', 'Down'],
  ['up', 'u', 'Up']
] as const

const ring = computed(() => ({ strong: 'rings', slight: 'rings slightly', none: '' })[props.note?.ring ?? 'none'])
const bow = computed(() => {
  if (!props.note) return ''
  const join = {
    start: '',
    change: '',
    slur: props.note.added ? 'in the same bow by our own proposal, ' : 'in the same bow, ',
    hook: 'hooked, ',
    stop: 'stop and go on, ',
    lift: 'lift, ',
    recovery: 'lift back, '
  }[props.note.join]
  return `${join}${props.note.direction}-bow, ${props.note.bow_words}`
})
/** Where to aim in cents, by temperament, unless it is as good as equal. */
const aim = computed(() => {
  const cents = Object.entries(props.note?.cents ?? {}).filter(([name, value]) => name !== 'equal' && Math.abs(value) >= 3)
  return cents.map(([name, value]) => `${name === 'pythagorean' ? 'Pythagorean' : name} ${value > 0 ? '+' : '−'}${Math.abs(value).toFixed(0)} cents`).join(', ')
})
</script>

<template>
  <div>
    <p v-if="!note" class="quiet">Click a note, or press → to walk through them. Then: digits for the finger, <b>d</b> and <b>u</b> for the bow,
      <b>?</b> for all keys.</p>
    <template v-else>
      <h2 class="what">{{ printed(note.written) }} <span class="where">bar {{ note.bar }}, beat {{ beat(note.beat) }}</span></h2>
      <p class="place">{{ place(note) }}</p>
      <p>{{ bow }}<span v-if="note.short" class="fawn">: short of bow</span></p>
      <p v-if="ring || note.check" class="small quiet">
        {{ ring }}<template v-if="note.check">{{ ring ? '; ' : '' }}check: {{ note.check.kind }} with open {{ note.check.string }}</template>
      </p>
      <p v-if="aim" class="small quiet">Aim, from equal temperament: {{ aim }}</p>
      <p v-if="note.shift" class="small fawn">{{ note.shift.words }}</p>
      <p v-if="note.prepare" class="small fawn">{{ note.prepare }}</p>
      <p v-for="words in note.ornaments" :key="words" class="small">{{ words }}</p>
      <p v-if="note.hand" class="small moss hand">Your own hand decided here. By itself Fawnmoss takes: {{ note.hand }}.</p>
      <ul class="reasons small"><li v-for="reason in note.reasons" :key="reason">{{ reason }}</li></ul>
      <template v-if="note.alternatives.length">
        <h3>Other places</h3>
        <ul class="plain others">
          <li v-for="other in note.alternatives" :key="`${other.string}${other.finger}${other.position}`">
            <button type="button" @click="emit('pin', { place: { string: other.string, finger: other.finger, position: other.position } })">
              <b>{{ place(other) }}</b> <span class="price">{{ other.how }}</span>
              <br />
              <span class="small quiet">{{ other.reason.replace(/^.*?: /, '') }}</span>
            </button>
          </li>
        </ul>
      </template>
      <div class="marks">
        <v-btn v-if="note.added" title="l" @click="emit('pin', { join: 'change' })">Bow it by itself</v-btn>
        <template v-if="note.join !== 'start'">
          <v-btn
            v-for="[join, key, words, undo] in JOINS" :key="join" :variant="note.join === join && !note.added ? 'tonal' : 'text'" :title="key"
            @click="emit('pin', { join: note.join === join ? 'change' : join })"
          >{{ note.join === join ? undo : words }}</v-btn>
        </template>
        <v-btn
          v-for="[direction, key, words] in DIRECTIONS" :key="direction" :title="key"
          :variant="note.direction === direction && note.pinned.includes('direction') ? 'tonal' : 'text'" @click="emit('pin', { direction })"
        >{{ words }}</v-btn>
        <v-btn title="p" @click="emit('pin', 'toggle')">{{ note.pinned.length ? 'Let Fawnmoss choose' : 'Pin as it is' }}</v-btn>
      </div>
    </template>
  </div>
</template>

<style scoped>
.what { font-style: normal; font-size: 1.5rem; }
.where { font-size: 1rem; font-style: italic; color: var(--quiet); }
.place { font-weight: 600; margin: 2px 0; }
.reasons { padding-left: 1.35em; margin: var(--room-1) 0 var(--room-3); }
.others button {
  width: 100%; text-align: left; padding: var(--room-1) var(--room-2); border: 1px solid var(--rule); border-radius: 6px; margin: var(--room-1) 0;
  line-height: 1.35; cursor: pointer;
}
.others button:hover { border-color: var(--moss); }
.price { float: right; color: var(--fawn); }
.marks { display: flex; flex-wrap: wrap; margin-top: var(--room-2); }
</style>
