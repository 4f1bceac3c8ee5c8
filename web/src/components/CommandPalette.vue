<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask } from '../api/client'
import type { ShelfTune, Version } from '../api/types'
import { ranked } from '../geometry/commands'
import { useCommandStore, type Command } from '../stores/commands'
import { usePupils } from '../stores/pupils'

/** Everything by its name: type a few letters, choose with the arrow keys, Enter. */
const router = useRouter()
const pupils = usePupils()
const store = useCommandStore()
const open = ref(false)
const text = ref('')
const at = ref(0)
const tunes = ref<ShelfTune[]>([])
const problem = ref('')
const input = ref<HTMLInputElement | null>(null)

const PLACES = [
  ['Today', '/today'],
  ['Pupils', '/pupils'],
  ['Tunes', '/tunes'],
  ['Write a new tune', '/tunes/new'],
  ['Scales', '/scales'],
  ['Studio', '/studio'],
  ['The calendar', '/calendar'],
  ['All pupils’ progress', '/progress'],
  ['The path of this studio', '/studio/path'],
  ['Care', '/care']
] as const
const all = computed<Command[]>(() => [
  ...store.page(),
  ...pupils.all.map((pupil) => ({ title: `See it through ${pupil.name}`, hint: pupil.instrument, run: () => pupils.choose(pupil.id) })),
  ...tunes.value.flatMap((tune) => [
    { title: `${tune.title}, simple chart`, hint: tune.key, run: () => chart(tune.id, 'simple') },
    { title: `${tune.title}, full chart`, hint: tune.key, run: () => chart(tune.id, 'full') },
    { title: `Edit ${tune.title}`, run: () => router.push(`/tunes/${tune.id}`) }
  ]),
  ...pupils.all.flatMap((pupil) =>
    [
      ['Plan the lesson of', 'plan'],
      ['Fit and tapes of', 'fit'],
      ['Progress of', 'progress'],
      ['Warm-up of', 'warm-up']
    ].map(([words, place]) => ({ title: `${words} ${pupil.name}`, run: () => router.push(`/pupils/${pupil.id}/${place}`) }))
  ),
  ...pupils.all.map((pupil) => ({ title: `Open ${pupil.name}`, hint: 'pupil', run: () => router.push(`/pupils/${pupil.id}`) })),
  ...PLACES.map(([title, to]) => ({ title: `Go to ${title.toLowerCase()}`, run: () => router.push(to) }))
])
const found = computed(() => ranked(all.value, text.value).slice(0, 12))
watch(text, () => {
  at.value = 0
  clearTimeout(timer)
  timer = setTimeout(() => void findTunes(), 150)
})
let timer: ReturnType<typeof setTimeout> | undefined
/** The first tunes that are called so, whatever is to be done with them; when nothing is, those found before stay. */
async function findTunes(): Promise<void> {
  const typed = text.value
  const words = typed.replace(/\b(edit|simple|full|chart)\b/gi, ' ').trim().slice(0, 80)
  const found = await ask('get', '/api/tunes', { params: { query: { text: words, rows: 12 } } }).catch(() => null)
  if (typed === text.value && (found?.tunes.length || !words)) tunes.value = found?.tunes ?? tunes.value
}

async function chart(tune_id: number, version: Version): Promise<void> {
  await router.push(`/charts/${(await ask('post', '/api/charts', { body: { tune_id, version, ...pupils.subject } })).id}`)
}

async function show(): Promise<void> {
  open.value = true
  text.value = problem.value = ''
  await nextTick()
  setTimeout(() => input.value?.focus(), 30)
  await findTunes()
}
async function run(command: Command | undefined): Promise<void> {
  if (!command) return
  try {
    await command.run()
    open.value = false
  } catch (error) {
    problem.value = (error as { text?: string }).text ?? String(error)
  }
}
function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    at.value = (at.value + (event.key === 'ArrowDown' ? 1 : -1) + found.value.length) % Math.max(1, found.value.length)
  } else if (event.key === 'Enter') {
    event.preventDefault()
    void run(found.value[at.value])
  }
}
function listen(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return
  event.preventDefault()
  if (!open.value) void show()
}
useEventListener('keydown', listen)
</script>

<template>
  <v-dialog v-model="open" max-width="560" location="top" class="palette">
    <v-card class="pa-4" aria-label="Do something by its name">
      <input
        ref="input"
        v-model="text" type="text" role="combobox" aria-expanded="true" aria-controls="palette-list" aria-autocomplete="list"
        aria-label="What to do" placeholder="What to do: a tune, a pupil, a command"
        :aria-activedescendant="found.length ? `palette-${at}` : undefined" @keydown="key"
      />
      <ul id="palette-list" class="plain" role="listbox" aria-label="Found">
        <li
          v-for="(command, index) in found" :id="`palette-${index}`" :key="command.title" role="option" :aria-selected="index === at"
          @mousemove="at = index" @click="run(command)"
        >{{ command.title }} <span class="quiet small">{{ command.hint }}</span></li>
      </ul>
      <p v-if="!found.length" class="quiet">Nothing is called that.</p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
input {
  width: 100%; border: 0; border-bottom: 2px solid var(--moss); padding: var(--room-2) 2px; font: inherit; font-size: 1.15rem;
  color: inherit; background: transparent; outline: 0;
}
ul { margin-top: var(--room-2); }
li { padding: var(--room-2) var(--room-3); border-radius: 6px; cursor: pointer; display: flex; justify-content: space-between; gap: var(--room-4); }
li[aria-selected='true'] { background: rgba(var(--v-theme-primary), 0.16); }
</style>
