<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { ask, byId, localDate } from '../api/client'
import type { PupilRow, Slot } from '../api/types'
import { useAct } from '../composables/useAct'
import { DAYS, slotWords } from '../geometry/dates'
import { wholeOf } from '../geometry/words'

/** A pupil's weekly lessons, each from a day on, and the times away. */
const props = defineProps<{ pupil: Pick<PupilRow, 'id' | 'name' | 'slots' | 'absence' | 'lesson_minutes'> }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ changed: [row: PupilRow] }>()
const { busy, said, trouble, act, errors } = useAct()
const today = localDate()
const chosen = ref<Slot | 'new' | null>(null)
const slot = reactive({ weekday: 1, time: '', minutes: '30', from: today })
const away = reactive({ open: false, kind: 'paused' as 'paused' | 'left', from: today, back_on: '', note: '' })

watch(open, () => {
  chosen.value = props.pupil.slots.length ? null : 'new'
  trouble.value = null
  said.value = ''
  Object.assign(slot, { weekday: 1, time: '', minutes: String(props.pupil.lesson_minutes), from: today })
})
function pick(one: Slot | 'new'): void {
  chosen.value = one
  trouble.value = null
  if (one === 'new') Object.assign(slot, { weekday: 1, time: '', minutes: String(props.pupil.lesson_minutes), from: today })
  else Object.assign(slot, { weekday: one.weekday, time: one.time ?? '', minutes: String(one.minutes), from: one.from > today ? one.from : today })
}
const send = (work: () => Promise<PupilRow>, words: string) => act(async () => emit('changed', await work()), words)
async function save(): Promise<void> {
  const body = { weekday: slot.weekday, time: slot.time || null, minutes: wholeOf(slot.minutes), from: slot.from }
  const one = chosen.value
  const done = await send(
    () =>
      one === 'new' || !one
        ? ask('post', '/api/pupils/{id}/slots', { ...byId(props.pupil.id), body })
        : ask('patch', '/api/slots/{id}', { ...byId(one.id), body }),
    'Saved.',
  )
  if (done) chosen.value = null
}
async function end(one: Slot): Promise<void> {
  if (await send(() => ask('delete', '/api/slots/{id}', byId(one.id, { from: slot.from })), 'Ended.')) chosen.value = null
}
async function leave(): Promise<void> {
  const body = { kind: away.kind, from: away.from, back_on: away.back_on || null, note: away.note }
  if (await send(() => ask('post', '/api/pupils/{id}/absences', { ...byId(props.pupil.id), body }), 'Written down.')) away.open = false
}
const back = () =>
  send(
    () => ask('post', '/api/absences/{id}/back', { ...byId(props.pupil.absence!.id), body: { on: today } }),
    `${props.pupil.name} is here again.`,
  )
const at = computed(() => ['weekday', 'time', 'minutes', 'from', 'back_on', 'kind', 'on'])
</script>

<template>
  <v-dialog v-model="open" max-width="560">
    <v-card class="pa-6" :aria-label="`Lesson times of ${pupil.name}`">
      <h2>Lesson times of {{ pupil.name }}</h2>
      <p v-if="trouble && !at.includes(String(trouble.where.field))" class="problem" role="alert">{{ trouble.text }}</p>
      <ul class="plain">
        <li v-for="one in pupil.slots" :key="one.id" class="row">
          <span>{{ slotWords(one, today) }}</span>
          <v-btn density="compact" @click="pick(one)">Change</v-btn>
        </li>
      </ul>
      <form v-if="chosen" class="form" @submit.prevent="save">
        <v-select v-model="slot.weekday" :items="DAYS" label="Day" :error-messages="errors('weekday')" />
        <v-text-field v-model="slot.time" label="Time, such as 16:30" :error-messages="errors('time')" />
        <v-text-field v-model="slot.minutes" label="Minutes" inputmode="numeric" :error-messages="errors('minutes')" />
        <v-text-field v-model="slot.from" type="date" label="From" :error-messages="errors('from')" />
        <p class="all acts">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy">Save</v-btn>
          <v-btn v-if="chosen !== 'new'" :disabled="busy" @click="end(chosen)">No lesson any more from that day</v-btn>
          <v-btn v-if="pupil.slots.length" @click="chosen = null">Leave it</v-btn>
        </p>
        <p v-if="chosen !== 'new'" class="all small quiet">What lay before that day stays as it was.</p>
      </form>
      <v-btn v-else @click="pick('new')">{{ pupil.slots.length ? 'One more lesson a week' : 'A weekly lesson' }}</v-btn>

      <h3>Away</h3>
      <p v-if="pupil.absence" class="row">
        <span>{{ pupil.name }} {{ pupil.absence.words }}<span v-if="pupil.absence.note" class="quiet">: {{ pupil.absence.note }}</span></span>
        <v-btn density="compact" :disabled="busy" @click="back">{{ pupil.absence.now ? 'Back from today' : 'Take it back' }}</v-btn>
      </p>
      <form v-else-if="away.open" class="form" @submit.prevent="leave">
        <v-select v-model="away.kind" :items="[{ value: 'paused', title: 'pauses' }, { value: 'left', title: 'leaves' }]" :label="pupil.name" />
        <v-text-field v-model="away.from" type="date" label="From" :error-messages="errors('from')" />
        <v-text-field v-if="away.kind === 'paused'" v-model="away.back_on" type="date" label="Here again on (if known)" :error-messages="errors('back_on')" />
        <v-text-field v-model="away.note" class="all" label="Note" maxlength="200" />
        <p class="all small quiet">Everything about {{ pupil.name }} is kept. Lessons of those days are not in the calendar.</p>
        <p class="all acts">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy">Save</v-btn>
          <v-btn @click="away.open = false">Leave it</v-btn>
        </p>
      </form>
      <v-btn v-else @click="away.open = true">{{ pupil.name }} pauses, or leaves</v-btn>
      <p class="small quiet" role="status">{{ said }}</p>
      <p class="acts"><v-btn @click="open = false">Close</v-btn></p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.row { display: flex; justify-content: space-between; gap: var(--room-3); padding: var(--room-1) 0; align-items: baseline; }
.row + .v-btn, form + .v-btn, ul + .v-btn, h3 + .v-btn { align-self: start; }
h3 { margin-top: var(--room-5); }
.form { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-3) var(--room-5); margin-top: var(--room-2); }
.all { grid-column: 1 / -1; margin: 0; }
.acts { display: flex; gap: var(--room-2); flex-wrap: wrap; margin: var(--room-2) 0 0; }
@media (--phone) { .form { grid-template-columns: 1fr; } }
</style>
