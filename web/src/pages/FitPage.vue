<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ask, byId } from '../api/client'
import type { Fit } from '../api/types'
import OfPupil from '../components/OfPupil.vue'
import PdfLink from '../components/PdfLink.vue'
import { useAct } from '../composables/useAct'
import { useChosenPupil } from '../composables/useChosenPupil'
import { useLoad } from '../composables/useLoad'
import { usePaper } from '../composables/usePaper'
import { fullDate, shortDate } from '../geometry/dates'
import { measureOf } from '../geometry/words'

/** Size, string length and tapes of a pupil's instrument, and the strip to print. */
const route = useRoute()
const paper = usePaper()
const id = computed(() => Number(route.params.id))
const temperament = ref('equal')
const about = (one: number) => byId(one, { temperament: temperament.value })
const { data: fit, problem, load } = useLoad(() => ask('get', '/api/pupils/{id}/fit', about(id.value)))
const form = ref({ arm: '', string: '', size: '', note: '' })
const chosen = ref<number[]>([])
const { busy, said, trouble, act, errors } = useAct()

watch([id, temperament], () => void load(), { immediate: true })
watch(fit, (found, before) => {
  if (!found) return
  if (before?.pupil.id !== found.pupil.id)
    chosen.value = found.tapes.some((tape) => !tape.taken_off)
      ? found.tapes.filter((tape) => !tape.taken_off).map((tape) => tape.semitones)
      : found.places.map((place) => place.semitones)
})
useChosenPupil(() => fit.value?.pupil.id, (other) => `/pupils/${other}/fit`)

const TEMPERAMENTS = [
  { value: 'equal', title: 'equal, as a piano' },
  { value: 'pythagorean', title: 'Pythagorean, pure fifths' },
  { value: 'just', title: 'just, pure thirds' }
]
/** Mistakes that stand at their field: the core calls the arm and the string by their own names. */
const FIELDS = ['arm_cm', 'arm', 'string_mm', 'length', 'size', 'note']
const shown = computed(() => problem.value ?? (trouble.value && !FIELDS.includes(String(trouble.value.where.field)) ? trouble.value : null))
const on = (semitones: number) => fit.value?.tapes.find((tape) => tape.semitones === semitones && !tape.taken_off)
const query = computed(() => `tapes=${[...chosen.value].sort((a, b) => a - b).join(',')}&temperament=${temperament.value}`)
const known = computed(() => fit.value?.places.some((place) => place.mm !== null))
const measured = (text: string) => measureOf(text) ?? undefined

const send = (work: () => Promise<Fit>, words: string) => act(async () => (fit.value = await work()), words)
async function measure(): Promise<void> {
  const done = await send(
    () =>
      ask('post', '/api/pupils/{id}/fits', { ...about(id.value), body: {
        arm_cm: measured(form.value.arm),
        string_mm: measured(form.value.string),
        size: form.value.size,
        note: form.value.note
      } }),
    'Written down.'
  )
  if (done) form.value = { arm: '', string: '', size: '', note: '' }
}
const put = (semitones: number) =>
  send(() => ask('post', '/api/pupils/{id}/tapes', { ...about(id.value), body: { semitones } }), 'The tape is on.')
const off = (tape: number) => send(() => ask('post', '/api/tapes/{id}/off', { ...about(tape), body: {} }), 'The tape is off.')
</script>

<template>
  <div class="page">
    <div v-if="shown" class="problem" role="alert">{{ shown.text }} <v-btn v-if="!fit" @click="load">Try again</v-btn></div>
    <template v-if="fit">
      <header>
        <h1>Fit and tapes</h1>
        <OfPupil :pupil="fit.pupil" />
      </header>
      <p v-if="fit.due" class="fawn">{{ fit.due }}</p>
      <div class="columns">
        <section>
          <h2>Measure</h2>
          <p class="small quiet">Arm: straight out, from the neck to the middle of the palm. String: from the nut to the bridge.</p>
          <form class="grid" @submit.prevent="measure">
            <v-text-field v-model="form.arm" label="Arm, in cm" inputmode="decimal" :error-messages="errors('arm_cm', 'arm')" />
            <v-text-field v-model="form.string" label="String, in mm" inputmode="decimal" :error-messages="errors('string_mm', 'length')" />
            <v-select
              v-model="form.size" :items="[{ value: '', title: 'as it is' }, ...Object.keys(fit.lengths).map((size) => ({ value: size, title: size }))]"
                label="Size"
              :error-messages="errors('size')"
            />
            <v-text-field v-model="form.note" label="Note" maxlength="300" :error-messages="errors('note')" />
            <v-btn type="submit" variant="flat" color="primary" :loading="busy">Write it down</v-btn>
          </form>
          <p class="small quiet">Typical strings, measure yours:
            <template v-for="(length, size, index) in fit.lengths" :key="size">{{ index ? ', ' : '' }}{{ size }} {{ length }} mm</template>.</p>
          <div v-if="fit.size" class="proposal">
            <p>By the arm: <b>{{ fit.size.size ?? 'no size in the table' }}</b></p>
            <p class="small quiet">{{ fit.size.note }}</p>
          </div>
          <h2 class="mt-4">Measured so far</h2>
          <p v-if="!fit.fits.length" class="quiet">Nothing yet.</p>
          <table v-else class="small">
            <thead><tr><th>when</th><th>arm</th><th>string</th><th>size</th><th>note</th></tr></thead>
            <tbody>
              <tr v-for="one in fit.fits" :key="one.id">
                <td>{{ fullDate(one.measured_on) }}</td>
                <td>{{ one.arm_cm ? `${one.arm_cm} cm` : '' }}</td>
                <td>{{ one.string_mm ? `${one.string_mm} mm` : '' }}</td>
                <td>{{ one.size }}</td>
                <td>{{ one.note }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section>
          <h2>Tapes</h2>
          <p v-for="one in fit.proposals" :key="one.semitones" class="fawn">{{ one.words }}</p>
          <v-select v-model="temperament" :items="TEMPERAMENTS" label="Temperament" />
          <table class="tapes">
            <thead><tr><th>print</th><th>finger</th><th>from the nut</th><th>on the instrument</th><th></th></tr></thead>
            <tbody>
              <tr v-for="place in fit.places" :key="place.semitones">
                <td><input v-model="chosen" type="checkbox" :value="place.semitones" :aria-label="`Print the tape for finger ${place.label}`" /></td>
                <td>{{ place.label }}</td>
                <td class="mm">{{ place.mm === null ? '' : `${place.mm.toFixed(1)} mm` }}</td>
                <td>{{ on(place.semitones) ? `since ${shortDate(on(place.semitones)!.put_on)}` : fit.tapes.some((tape) => tape.semitones === place.semitones)
                  ? 'taken off' : '' }}</td>
                <td>
                  <v-btn v-if="on(place.semitones)" density="compact" :disabled="busy" @click="off(on(place.semitones)!.id)">Take it off</v-btn>
                  <v-btn v-else density="compact" :disabled="busy" @click="put(place.semitones)">Put it on</v-btn>
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="!known" class="quiet">Measure the string to see where the tapes go.</p>
          <p v-else class="small quiet">Few tapes, and off early: they fix the eye, and true intonation moves a little with the key.</p>
          <p v-if="known" class="out">
            <v-btn variant="flat" color="primary" :disabled="!chosen.length" :to="`/pupils/${id}/strip?${query}`">The strip to print</v-btn>
            <v-select v-model="paper" :items="['A4', 'Letter']" aria-label="Paper" density="compact" class="size" />
            <PdfLink v-if="chosen.length" :href="`/api/pupils/${id}/strip.pdf?${query}&paper=${paper}`" />
          </p>
          <p class="small quiet" role="status">{{ said }}</p>
          <p class="small">Between two sizes take the smaller: too large an instrument strains. <router-link to="/care">Care</router-link></p>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-2) var(--room-7); }
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-3) var(--room-5); align-items: end; margin-bottom: var(--room-2); }
.grid > .v-btn { justify-self: start; }
table { border-collapse: collapse; width: 100%; }
th { text-align: left; font: italic 500 0.95rem var(--v-font-heading); color: var(--quiet); }
th, td { padding: var(--room-1) var(--room-3) var(--room-1) 0; border-bottom: 1px solid var(--rule); }
.mm { font-weight: 600; white-space: nowrap; }
input[type='checkbox'] { accent-color: rgb(var(--v-theme-primary)); width: 18px; height: 18px; }
.out { display: flex; gap: var(--room-3); align-items: center; margin-top: var(--room-3); }
.size { max-width: 96px; }
.proposal { border-left: 3px solid var(--moss); padding-left: var(--room-3); margin-top: var(--room-2); }
@media (--slate) { .columns { grid-template-columns: 1fr; } }
</style>
