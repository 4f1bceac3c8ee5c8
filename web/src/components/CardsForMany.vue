<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { ask, byId } from '../api/client'
import type { Kind, ManyCards } from '../api/types'
import { useAct } from '../composables/useAct'
import { usePaper } from '../composables/usePaper'
import { usePupils } from '../stores/pupils'
import PdfLink from './PdfLink.vue'

/** The tune of a card for several pupils: one each from their own chart, in their own minutes, with the same words to listen for. */
const props = defineProps<{ tuneId: number; title: string; kind: Kind; note: string }>()
const open = defineModel<boolean>({ required: true })
const pupils = usePupils()
const paper = usePaper()
const chosen = ref<number[]>([])
const words = ref('')
const found = ref<ManyCards | null>(null)
const { busy, said, trouble, act } = useAct()
watch(open, (now) => {
  if (!now) return
  words.value = props.note
  found.value = null
  void pupils.load().catch(() => undefined)
}, { immediate: true })
const ids = computed(() => found.value?.cards.map((one) => one.id).join(',') ?? '')
const issue = () =>
  act(async () => {
    found.value = await ask('post', '/api/tunes/{id}/cards', { ...byId(props.tuneId), body: { pupils: chosen.value, ...props.kind, note: words.value } })
  }, 'Issued.')
</script>

<template>
  <v-dialog v-model="open" max-width="560" scrollable>
    <v-card class="pa-6" :aria-label="`Cards of ${title} for several pupils`">
      <h2>{{ title }} for several pupils</h2>
      <p class="quiet small">A card each<template v-if="kind.part === 'tune'">, {{ kind.version }}</template>, from their own chart and in their own minutes a
        day.</p>
      <v-autocomplete
        v-model="chosen" :items="pupils.all.map((one) => ({ value: one.id, title: `${one.name}, ${one.instrument}` }))" label="Pupils" multiple chips
        closable-chips :disabled="busy"
      />
      <v-textarea v-model="words" label="What to listen for (optional)" rows="2" maxlength="500" counter="500" :disabled="busy" />
      <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
      <template v-if="found">
        <p role="status">{{ said }} {{ found.cards.length }} {{ found.cards.length === 1 ? 'card' : 'cards' }}.
          <template v-if="ids"><PdfLink :href="`/api/cards.pdf?ids=${ids}&paper=${paper}`" label="All of them as one PDF" />
            <router-link :to="`/cards?ids=${ids}`" class="small">see them</router-link></template></p>
        <p v-for="one in found.left_out" :key="one.pupil_id" class="small fawn">None for {{ one.name }}: {{ one.reason }}</p>
      </template>
      <p class="acts">
        <v-btn @click="open = false">{{ found ? 'Close' : 'Leave it' }}</v-btn>
        <v-btn variant="flat" color="primary" :loading="busy" :disabled="!chosen.length" @click="issue">Issue
          {{ chosen.length || '' }} {{ chosen.length === 1 ? 'card' : 'cards' }}</v-btn>
      </p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.acts { display: flex; gap: var(--room-3); justify-content: flex-end; margin: var(--room-3) 0 0; }
</style>
