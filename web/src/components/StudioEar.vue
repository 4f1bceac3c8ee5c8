<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { ask } from '../api/client'
import type { House } from '../api/types'
import { useAct } from '../composables/useAct'

/** How recordings are judged: pitch, scale, how far off is flat or sharp, stage by stage, and how long the sound is kept. */
const house = ref<House | null>(null)
const form = reactive({ a4: '', temperament: 'equal', limit: '', days: '', limits: {} as Record<string, string> })
const { busy, said, trouble, act, errors } = useAct()
const TEMPERAMENTS: Record<string, string> = { equal: 'equal, as a piano', pythagorean: 'Pythagorean, pure fifths', just: 'just, pure thirds' }
const items = computed(() => (house.value?.temperaments ?? []).map((value) => ({ value, title: TEMPERAMENTS[value] ?? value })))

function fill(found: House): void {
  house.value = found
  Object.assign(form, { a4: String(found.a4), temperament: found.temperament, limit: String(found.limit), days: String(found.days) })
  form.limits = Object.fromEntries(found.stages.map((stage) => [stage, String(found.limits[stage] ?? '')]))
}
void act(async () => fill((await ask('get', '/api/studio')).listening))
/** A number as it was typed; what is none is sent as -1 and refused with the range. */
const number = (text: string) => (/^\d+([.,]\d+)?$/.test(text.trim()) ? Number(text.replace(',', '.')) : -1)
const save = () =>
  act(async () => {
    const limits = Object.fromEntries(Object.entries(form.limits).filter(([, cents]) => cents.trim()).map(([stage, cents]) => [stage, number(cents)]))
    const listening = { a4: number(form.a4), temperament: form.temperament, limit: number(form.limit), days: Math.round(number(form.days)), limits }
    fill((await ask('patch', '/api/studio', { body: { listening } })).listening)
  }, 'Saved.')
</script>

<template>
  <form v-if="house" class="ear" @submit.prevent="save">
    <h2 class="ruled">Listening</h2>
    <p class="small quiet">How recordings are judged. What was heard before stays as it was heard.</p>
    <div class="grid">
      <v-text-field v-model="form.a4" label="A, in Hz" inputmode="decimal" :error-messages="errors('a4')" />
      <v-select v-model="form.temperament" :items="items" label="Where notes are aimed at" />
      <v-text-field v-model="form.limit" label="Flat or sharp from, in cents" inputmode="decimal" :error-messages="errors('limit')" />
      <v-text-field v-model="form.days" label="Sound is kept for, in days" inputmode="numeric" :error-messages="errors('days')" />
    </div>
    <details>
      <summary class="quiet small">Another limit for a stage of the path (of the furthest stage in which a pupil has something)</summary>
      <div class="grid stages">
        <v-text-field
          v-for="stage in house.stages" :key="stage" v-model="form.limits[stage]" :label="stage" :placeholder="form.limit" density="compact" inputmode="decimal"
        />
      </div>
      <p v-if="errors('limits')" class="problem small">{{ errors('limits') }}</p>
    </details>
    <p v-if="trouble && !['a4', 'limit', 'days', 'limits'].includes(String(trouble.where.field))" class="problem" role="alert">{{ trouble.text }}</p>
    <v-btn type="submit" variant="flat" color="primary" :loading="busy">Save how to listen</v-btn> <span class="small" role="status">{{ said }}</span>
  </form>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: repeat(auto-fit, minmax(200px, 1fr)); gap: var(--room-2) var(--room-5); }
.stages { grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); padding-top: var(--room-3); }
</style>
