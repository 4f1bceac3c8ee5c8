<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { ask, byId, localDate } from '../api/client'
import type { Lesson } from '../api/types'
import { useAct } from '../composables/useAct'
import { useShelfTunes } from '../composables/useShelfTunes'
import { newKey } from '../geometry/words'

/** Something added to a lesson that runs, another day for it, and the way back for one begun by mistake. */
const props = defineProps<{ lesson: Lesson; after: string; marks: number }>()
const emit = defineEmits<{ changed: [lesson: Lesson]; unbegin: [] }>()
/** What may be added: a skill or tune by its id, or what was typed. */
type Addition = { kind: 'skill'; ref: string } | { kind: 'tune'; ref: number } | { kind: 'own'; title: string }
type Choice = { value: Addition; title: string }
const skills = ref<Choice[]>([])
const { words, tunes, look: find } = useShelfTunes(8)
const chosen = ref<Addition | null>(null)
const sure = ref(false)
const { busy, said, trouble, act } = useAct()
let key = newKey() // one addition, however often it is sent

/** Skills and tunes that say what was typed, and that itself as something of one's own. */
const choices = computed<Choice[]>(() => {
  const typed = words.value.trim().toLowerCase()
  const own: Choice[] = typed ? [{ value: { kind: 'own', title: words.value.trim() }, title: `“${words.value.trim()}”, as your own` }] : []
  const songs: Choice[] = tunes.value.map((one) => ({ value: { kind: 'tune', ref: one.value }, title: `Play ${one.title}` }))
  return [...skills.value.filter((one) => one.title.toLowerCase().includes(typed)).slice(0, 30), ...songs, ...own]
})
async function look(): Promise<void> {
  if (!skills.value.length) {
    const pupil = await ask('get', '/api/pupils/{id}', byId(props.lesson.pupil.id)).catch(() => null)
    skills.value = pupil?.path.map((stone) => ({ value: { kind: 'skill', ref: stone.id }, title: `${stone.name} (${stone.area})` })) ?? []
  }
  if (!tunes.value.length) await find()
}
watch(chosen, async (one) => {
  if (!one) return
  const done = await act(async () => {
    emit('changed', await ask('post', '/api/lessons/{id}/items', { ...byId(props.lesson.id), body: { ...one, after: props.after, key } }))
  }, 'It comes next.')
  if (done) key = newKey()
  chosen.value = null
  words.value = ''
})
const move = (day: string) => act(async () => emit('changed', await ask('post', '/api/lessons/{id}/day', { ...byId(props.lesson.id), body: { held_on: day } })),
  'The day is changed.')
</script>

<template>
  <div class="change">
    <v-autocomplete
      v-model="chosen" v-model:search="words" :items="choices" label="Add a skill, a tune, or your own" density="compact" no-filter hide-no-data
      :loading="busy" @focus="look"
    />
    <label class="small">The day it is of <input type="date" :value="lesson.held_on" :max="localDate()"
      @change="move(($event.target as HTMLInputElement).value)" /></label>
    <v-btn v-if="!marks || sure" @click="emit('unbegin')">{{ marks ? `Yes, and strike out ${marks === 1 ? 'its mark' : `its ${marks} marks`}` :
      'Not now: back to the plan' }}</v-btn>
    <v-btn v-else @click="sure = true">Take the lesson back</v-btn>
    <p v-if="trouble" class="small problem" role="alert">{{ trouble.text }}</p>
    <p v-else class="small quiet" role="status">{{ said }}</p>
  </div>
</template>

<style scoped>
.change { display: flex; flex-direction: column; gap: var(--room-2); align-items: stretch; }
.change input[type='date'] { border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; }
p:empty { display: none; }
</style>
