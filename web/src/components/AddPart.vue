<script setup lang="ts">
import { reactive } from 'vue'
import type { Instrument, Pace, Part, Side } from '../api/types'
import { PACES, SIDES } from '../geometry/together'
import { usePupils } from '../stores/pupils'

/** Another part to the tune: which, for whom, and how it moves. */
export interface Added { part: Part; whom: { pupil_id: number } | { instrument: Instrument }; side?: Side; pace?: Pace }
const props = defineProps<{ busy: boolean; printed: boolean }>()
const emit = defineEmits<{ add: [part: Added] }>()
const pupils = usePupils()

const ALL: { value: Part; title: string }[] = [
  { value: 'second', title: 'second voice' },
  { value: 'printed', title: 'its own second part' },
  { value: 'bass', title: 'bass line' },
  { value: 'drone', title: 'drone' },
  { value: 'open', title: 'open strings' },
  { value: 'answer', title: 'answer' },
  { value: 'tune', title: 'the tune itself' },
]
const KINDS = ALL.filter(({ value }) => value !== 'printed' || props.printed)
const INSTRUMENTS: Instrument[] = ['violin', 'viola', 'cello', 'bass']
const form = reactive({ part: 'second' as Part, whom: 'viola', side: null as Side | null, pace: 'tune' as Pace })
const whom = () => [
  ...pupils.all.map((pupil) => ({ value: `p${pupil.id}`, title: `${pupil.name}, ${pupil.instrument}` })),
  ...INSTRUMENTS.map((name) => ({ value: name, title: `any ${name === 'bass' ? 'double bass' : name}` })),
]

function add(): void {
  const own = /^p(\d+)$/.exec(form.whom)
  const sided = form.part === 'second' || form.part === 'answer'
  emit('add', {
    part: form.part, whom: own ? { pupil_id: Number(own[1]) } : { instrument: form.whom as Instrument },
    ...(sided && form.side ? { side: form.side } : {}), ...(sided ? { pace: form.pace } : {}),
  })
}
</script>

<template>
  <form class="add" @submit.prevent="add">
    <v-select v-model="form.part" :items="KINDS" label="Add a part" density="compact" />
    <v-select v-model="form.whom" :items="whom()" label="For" density="compact" />
    <template v-if="form.part === 'second' || form.part === 'answer'">
      <v-select v-model="form.side" label="Side" density="compact" :items="[{ value: null, title: 'where it fits' }, ...SIDES]" />
      <v-select v-model="form.pace" label="Moves" density="compact" :items="PACES" />
    </template>
    <v-btn type="submit" variant="tonal" color="primary" :loading="busy">Add</v-btn>
  </form>
</template>

<style scoped>
.add { display: grid; grid-template-columns: repeat(2, minmax(110px, 1fr)); gap: var(--room-2) var(--room-3); align-items: end; }
</style>
