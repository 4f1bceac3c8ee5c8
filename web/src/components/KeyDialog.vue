<script setup lang="ts">
import { ref, watch } from 'vue'
import { ask, byId, Trouble } from '../api/client'
import type { Instrument, KeyOffer, Version } from '../api/types'

/** The keys a tune could be played in, the friendliest first, for whoever it is seen through. */
const props = defineProps<{
  tuneId: number
  title: string
  subject: { pupil_id?: number; instrument?: Instrument }
  version: Version
  present?: { steps: number; semitones: number } | null
  verb?: string
  also?: string
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ choose: [offer: KeyOffer]; also: [offer: KeyOffer] }>()
const keys = ref<KeyOffer[] | null>(null)
const problem = ref<Trouble | null>(null)

watch(open, async (now) => {
  if (!now) return
  keys.value = problem.value = null
  try {
    const query = { version: props.version, ...props.subject }
    keys.value = (await ask('get', '/api/tunes/{id}/keys', byId(props.tuneId, query))).keys
  } catch (error) {
    problem.value = error as Trouble
  }
}, { immediate: true })
const is = (offer: KeyOffer) => (props.present?.semitones ?? 0) === offer.semitones && (props.present?.steps ?? 0) === offer.steps
</script>

<template>
  <v-dialog v-model="open" :max-width="also ? 760 : 620" scrollable>
    <v-card class="pa-6" :aria-label="`Keys for ${title}`">
      <h2>Keys for {{ title }}</h2>
      <p class="quiet small">The friendliest first: what asks for least that is new, then what is easiest to finger and bow.</p>
      <p v-if="problem" class="problem" role="alert">{{ problem.text }}</p>
      <p v-else-if="!keys" role="status">Trying every key and octave …</p>
      <p v-else-if="!keys.length">No key fits this instrument in these positions.</p>
      <div v-else class="list">
        <table>
          <thead><tr><th>Key</th><th>New in it</th><th class="cost">Effort</th><th /></tr></thead>
          <tbody>
            <tr v-for="(offer, index) in keys" :key="offer.words" :class="{ first: index === 0 }">
              <td><b>{{ offer.key }}</b><br /><span class="small quiet">{{ offer.words.replace(/,? ?in \S+ \w+,? ?/, '') }}</span></td>
              <td class="small">{{ offer.unmet.length ? offer.unmet.join(', ') : 'nothing' }}</td>
              <td class="cost">{{ offer.cost.toFixed(0) }}</td>
              <td>
                <span v-if="is(offer)" class="quiet">now</span>
                <v-btn v-else density="compact" @click="emit('choose', offer); open = false">{{ verb ?? 'Take it' }}</v-btn>
                <v-btn v-if="also && offer.semitones" density="compact" @click="emit('also', offer); open = false">{{ also }}</v-btn>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="mt-3"><v-btn @click="open = false">Leave it</v-btn></div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.list { overflow-y: auto; }
table { width: 100%; border-collapse: collapse; line-height: 1.3; }
th { text-align: left; font-family: var(--v-font-heading); font-style: italic; font-weight: 500; }
td, th { padding: var(--room-1) var(--room-3) var(--room-1) 0; border-bottom: 1px solid var(--rule); vertical-align: top; }
.cost { text-align: right; }
.first td { background: rgba(var(--v-theme-primary), 0.08); }
</style>
