<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { ask, Trouble } from '../api/client'
import type { ContentsTune, Tune } from '../api/types'
import type { Line } from '../geometry/contents'
import { sentences } from '../geometry/words'
import ChooseLines from './ChooseLines.vue'
import NotesField from './NotesField.vue'
import ReadOtherwise from './ReadOtherwise.vue'
import StarterShelf from './StarterShelf.vue'
import { plain } from '../composables/kept'

/** Brings tunes to the shelf: pasted text, or files, several at once, each with its own result. What is wrong is shown at its place, and the text is kept. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ dropped: File[] }>()
const emit = defineEmits<{ added: [tune: Tune | null] }>()
const draft = plain('fawnmoss.tune.draft')
const LARGEST = 8_000_000

interface Item {
  name: string
  file: File
  state: 'waiting' | 'sending' | 'done' | 'failed' | 'choose'
  words: string
  tunes: ContentsTune[]
  bytes?: string
  tune?: Tune
  choice?: Choice
}
type Choice = Partial<Omit<Line, 'words'>>

const text = ref(draft.read() ?? '')
const title = ref('')
const source = ref('')
const items = ref<Item[]>([])
const busy = ref(false)
const problem = ref<Trouble | null>(null)
const field = ref<InstanceType<typeof NotesField> | null>(null)
watch(text, (now) => draft.keep(now))
watch(open, (now) => {
  if (now) problem.value = null
  else if (!items.value.some((item) => item.state === 'sending')) items.value = []
})
watch(() => props.dropped, (files) => files.length && take(files))

const fieldOf = (name: string) => (problem.value?.where.field === name ? problem.value.text : '')
const contents = (trouble: Trouble | null): ContentsTune[] => (trouble?.code === 'contents' ? (trouble.body.tunes as ContentsTune[]) : [])
const sent = ({ tune, part, voice, second }: Line): Choice => ({ tune, part, voice, ...(second ? { second } : {}) })
const done = computed(() => items.value.filter((item) => ['done', 'failed', 'choose'].includes(item.state)).length)

function base64(bytes: Uint8Array): string {
  let binary = ''
  for (let at = 0; at < bytes.length; at += 8192) binary += String.fromCharCode(...bytes.subarray(at, at + 8192))
  return btoa(binary)
}

async function add(lines: Line[] = []): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    const tune =
      lines.length > 1
        ? await addAll(lines)
        : await ask('post', '/api/tunes', { body: { title: title.value, source: source.value, text: text.value, ...lines.map(sent)[0] } })
    text.value = title.value = source.value = ''
    open.value = false
    emit('added', tune)
  } catch (error) {
    problem.value = error as Trouble
    await nextTick()
    if (problem.value.where.line) field.value?.show()
  } finally {
    busy.value = false
  }
}

/** Several tunes of a pasted book, as files are added: what went wrong with some does not keep the others. */
async function addAll(lines: Line[]): Promise<null> {
  const item: Item = {
    name: 'The text',
    file: new File([text.value], text.value.trimStart().startsWith('<') ? 'text.musicxml' : 'text.abc'),
    state: 'sending',
    words: '',
    tunes: []
  }
  items.value.push(item)
  await sendLines(items.value.at(-1)!, lines)
  if (items.value.at(-1)!.state === 'failed') throw new Trouble(422, 'Not all of them were added', 'See above.')
  return null
}

/** Files one after the other; one that cannot be read does not stop the rest. */
async function take(files: File[]): Promise<void> {
  open.value = true
  const waiting = busy.value
  items.value.push(...files.map((file) => ({ name: file.name, file, state: 'waiting' as const, words: '', tunes: [] })))
  if (waiting) return
  busy.value = true
  for (let item = next(); item; item = next()) await send(item)
  busy.value = false
}
const next = () => items.value.find((item) => item.state === 'waiting')

/** Read once: the file may be gone by the time that its lines are chosen. */
const bytesOf = async (item: Item): Promise<string> => (item.bytes ??= base64(new Uint8Array(await item.file.arrayBuffer())))

/** Lines of one file that were chosen: one as if it were the file, more than one counted. */
async function sendLines(item: Item, lines: Line[]): Promise<void> {
  if (lines.length === 1) return send(item, sent(lines[0]!))
  const failed: string[] = []
  item.state = 'sending'
  const file = await bytesOf(item)
  for (const [at, line] of lines.entries()) {
    item.words = `${at + 1} of ${lines.length}`
    try {
      emit('added', await ask('post', '/api/tunes', { body: { source: source.value, file_name: item.file.name, file, ...sent(line) } }))
    } catch (error) {
      failed.push(`${item.tunes[line.tune]?.title || `tune ${line.tune + 1}`}: ${error instanceof Trouble ? error.text : 'it could not be sent'}`)
    }
  }
  item.state = failed.length ? 'failed' : 'done'
  item.words = sentences([`${lines.length - failed.length} of ${lines.length} added`, ...failed])
}

async function send(item: Item, choice: Choice = {}): Promise<void> {
  item.state = 'sending'
  item.words = ''
  try {
    if (item.file.size > LARGEST) throw new Trouble(413, `This file has ${Math.round(item.file.size / 1e6)} MB`, 'Eight are the limit: split the score.')
    if (item.file.size === 0) throw new Trouble(422, 'This file is empty', 'Export it again.')
    if (/\.zip$/i.test(item.name)) return await unpack(item)
    const tune = await ask('post', '/api/tunes', { body: { source: source.value, file_name: item.name, file: await bytesOf(item), ...choice } })
    item.state = 'done'
    const beside = tune.second ? [`${tune.second.name} is kept beside it`, ...tune.second.notices] : []
    item.words = sentences([`on the shelf as ${tune.title}`, ...beside, ...tune.notices])
    Object.assign(item, { tune, choice })
    emit('added', tune)
  } catch (error) {
    const trouble = error instanceof Trouble ? error : new Trouble(0, 'This file could not be opened', 'Choose it again.')
    item.tunes = contents(trouble)
    item.state = item.tunes.length ? 'choose' : 'failed'
    item.words = trouble.text
  }
}
/** An archive of tunes: what became of each file in it. */
async function unpack(item: Item): Promise<void> {
  const { results } = await ask('post', '/api/archive', { body: { file: base64(new Uint8Array(await item.file.arrayBuffer())) } })
  const count = (state: string) => results.filter((one) => one.state === state).length
  const failed = results.filter((one) => one.state === 'failed').map((one) => `${one.name}: ${one.words}`)
  item.state = failed.length ? 'failed' : 'done'
  const later = count('later') ? [`${count('later')} not reached yet: send the archive again`] : []
  item.words = sentences([`${count('added')} added, ${count('known')} there already`, ...later, ...failed])
  if (count('added')) emit('added', null)
}
const chosen = (event: Event): void => {
  const input = event.target as HTMLInputElement
  void take([...(input.files ?? [])])
  input.value = ''
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" scrollable>
    <v-card class="pa-6" aria-label="Add tunes">
      <h2>Add tunes</h2>
      <form @submit.prevent="add()">
        <section aria-label="Files">
          <label class="files">
            <span class="v-btn v-btn--variant-tonal pick">Choose files …</span> <input
              type="file" multiple
              accept=".abc,.txt,.musicxml,.xml,.mxl,.mid,.midi,.zip" aria-label="Files: .abc, .musicxml, .xml, .mxl, .mid, .zip" @change="chosen"
            />
          </label>
          <span class="small quiet">.abc, .musicxml, .xml, .mxl or .mid, as many as you like, or a zip of them; or drop them anywhere on the shelf.</span>
          <p v-if="items.length > 1" class="small" role="status">{{ done }} of {{ items.length }} read</p>
          <progress v-if="items.length > 1 && done < items.length" :value="done" :max="items.length" />
          <ul v-if="items.length" class="plain items">
            <li v-for="(item, index) in items" :key="index" :class="item.state">
              <b>{{ item.name }}</b> <span :class="{ fawn: item.state === 'failed' }">{{ { waiting: 'waiting', sending: `reading ${item.words} …`, done:
                item.words, failed: item.words, choose: item.words }[item.state] }}</span>
              <ReadOtherwise
                v-if="item.tune && /\.midi?$/i.test(item.name)" :tune="item.tune" :name="item.name" :choice="item.choice ?? {}" :file="() => bytesOf(item)"
                @changed="(tune, notices) => { item.words = sentences([`on the shelf as ${tune.title}, ${tune.key}, ${tune.meter}`, ...notices]);
                  emit('added', tune) }"
              />
              <ChooseLines v-if="item.state === 'choose'" :tunes="item.tunes" :busy="busy" @take="sendLines(item, $event)" />
              <v-btn v-if="item.state === 'failed'" density="compact" @click="send(item)">Try again</v-btn>
            </li>
          </ul>
        </section>
        <details class="ruled">
          <summary class="aside-label">The starter shelf</summary>
          <StarterShelf @taken="emit('added', null)" />
        </details>
        <section class="ruled" aria-label="Text">
          <NotesField ref="field" v-model="text" label="ABC or MusicXML text" :where="problem?.where" />
          <div v-if="problem && !['title', 'source'].includes(String(problem.where.field))" class="problem mt-2" role="alert">
            {{ problem.text }}
            <ChooseLines v-if="contents(problem).length" :tunes="contents(problem)" :busy="busy" @take="add($event)" />
          </div>
          <div class="two">
            <v-text-field v-model="title" label="Title (else as in the text)" :error-messages="fieldOf('title')" />
            <v-text-field v-model="source" label="Source and rights note" :error-messages="fieldOf('source')" />
          </div>
        </section>
        <div class="d-flex flex-wrap ga-2 mt-4">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!text.trim()">Put it on the shelf</v-btn>
          <v-btn to="/tunes/new">Write it on the staff</v-btn>
          <v-btn @click="open = false">{{ items.length ? 'Done' : 'Not now' }}</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
form { overflow-y: auto; }
summary { cursor: pointer; }
.files { display: inline-flex; position: relative; margin-right: var(--room-3); }
.files input { position: absolute; inset: 0; opacity: 0; cursor: pointer; }
.files:focus-within .pick { outline: 2px solid var(--moss); outline-offset: 2px; }
.pick { padding: var(--room-2) var(--room-4); border-radius: 6px; background: rgba(var(--v-theme-primary), 0.12); color: var(--moss); font-weight: 600; }
.items { margin-top: var(--room-2); }
.items li { padding: var(--room-1) 0; border-top: 1px solid var(--rule); }
progress { width: 100%; accent-color: rgb(var(--v-theme-primary)); }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-5); }
.notes :deep(textarea) { min-height: 190px; }
</style>
