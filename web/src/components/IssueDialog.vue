<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { Card, ChartView } from '../api/types'
import { usePupils } from '../stores/pupils'

/** Issues the chart as the pupil's next card: numbered, dated, frozen. */
const props = defineProps<{ view: ChartView }>()
const open = defineModel<boolean>({ required: true })
const router = useRouter()
const pupils = usePupils()
const note = ref('')
const minutes = ref(15)
const busy = ref(false)
const problem = ref<Trouble | null>(null)

watch(open, (now) => {
  if (!now) return
  problem.value = null
  minutes.value = pupils.current?.minutes_per_day ?? 15
})

async function issue(): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    const card = await ask<Card>('POST', `/charts/${props.view.id}/cards`, { note: note.value, minutes_per_day: Number(minutes.value) })
    note.value = ''
    open.value = false
    await router.push(`/cards/${card.id}`)
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="520">
    <v-card class="pa-6">
      <h2>Issue this chart{{ view.pupil_name ? ` to ${view.pupil_name}` : '' }}</h2>
      <p v-if="!view.pupil_id" class="problem">This chart is for an instrument. Choose a pupil at the top, then issue it.</p>
      <form v-else @submit.prevent="issue">
        <p class="quiet small">The card gets a number and today’s date and never changes afterwards. A later change of the chart goes on the next card.</p>
        <v-textarea v-model="note" label="What to listen for (optional)" rows="2" counter="500" :error-messages="problem?.where.field === 'note' ? problem.text : ''" />
        <v-text-field v-model="minutes" label="Minutes a day" type="number" class="mt-2" :error-messages="problem?.where.field === 'minutes_per_day' ? problem.text : ''" />
        <p v-if="problem && !['note', 'minutes_per_day'].includes(String(problem.where.field))" class="problem mt-2" role="alert">{{ problem.text }}</p>
        <div class="d-flex ga-2 mt-4">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy">Issue the card</v-btn>
          <v-btn @click="open = false">Not now</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
