<script setup lang="ts">
import { computed, onMounted, onUnmounted, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { Tune, TuneReading } from '../api/types'
import NotesField from '../components/NotesField.vue'
import StaffPreview from '../components/StaffPreview.vue'

/** Writing a tune, or editing one: the staff follows each keystroke, mistakes are marked where they stand, nothing typed is lost. */
const route = useRoute()
const router = useRouter()
const START = 'X:1\nT:\nM:4/4\nL:1/4\nK:D\n'

const tune = ref<Tune | null>(null)
const form = reactive({ text: START, title: '', source: '' })
const reading = ref<TuneReading | null>(null)
const mistake = ref<Trouble | null>(null)
const problem = ref<Trouble | null>(null)
const said = ref('')
const back = ref(false)
const busy = ref(false)
const field = ref<InstanceType<typeof NotesField> | null>(null)
let timer: ReturnType<typeof setTimeout> | undefined
let asked = 0

const id = computed(() => (route.params.id ? Number(route.params.id) : null))
const draft = computed(() => `fawnmoss.tune.${id.value ?? 'new'}.draft`)
const theirs = computed(() => (problem.value?.code === 'stale' ? (problem.value.body.current as Tune) : null))
const changed = computed(() => !tune.value || form.text !== tune.value.abc || form.title !== tune.value.title || form.source !== tune.value.source)

function fill(found: Tune): void {
  tune.value = found
  Object.assign(form, { text: found.abc, title: found.title, source: found.source })
}

async function load(): Promise<void> {
  problem.value = null
  try {
    if (id.value) fill(await ask<Tune>('GET', `/tunes/${id.value}`))
    else tune.value = null
    const kept = JSON.parse(localStorage.getItem(draft.value) ?? 'null') as typeof form | null
    back.value = !!kept && JSON.stringify(kept) !== JSON.stringify(form)
    if (kept) Object.assign(form, kept)
  } catch (error) {
    problem.value = error as Trouble
  }
}
onMounted(load)
watch(() => route.fullPath, load)
onUnmounted(() => clearTimeout(timer))

watch(form, (now) => {
  if (changed.value) localStorage.setItem(draft.value, JSON.stringify(now))
  else localStorage.removeItem(draft.value)
})
watch(() => form.text, () => {
  clearTimeout(timer)
  timer = setTimeout(read, 140)
}, { immediate: true })

async function read(): Promise<void> {
  const own = ++asked
  if (!form.text.trim() || form.text === START) {
    mistake.value = null
    return
  }
  try {
    const found = await ask<TuneReading>('POST', '/reading', { text: form.text })
    if (own !== asked) return
    reading.value = found
    mistake.value = null
  } catch (error) {
    if (own === asked) mistake.value = error as Trouble
  }
}

function forget(): void {
  localStorage.removeItem(draft.value)
  back.value = false
  if (tune.value) fill(tune.value)
  else Object.assign(form, { text: START, title: '', source: '' })
}

async function save(over?: Tune): Promise<void> {
  busy.value = true
  problem.value = null
  said.value = ''
  const body = { text: form.text, source: form.source, ...(form.title || !tune.value ? { title: form.title } : {}) }
  try {
    if (!tune.value) {
      const made = await ask<Tune>('POST', '/tunes', body)
      localStorage.removeItem(draft.value)
      await router.replace(`/tunes/${made.id}`)
      said.value = 'It is on the shelf.'
      return
    }
    const text = form.text === tune.value.abc ? {} : { text: form.text }
    const saved = await ask<Tune>('PATCH', `/tunes/${tune.value.id}`, { title: form.title, source: form.source, ...text, lock_version: over?.lock_version ?? tune.value.lock_version })
    localStorage.removeItem(draft.value)
    fill(saved)
    back.value = false
    said.value = saved.marks_lost ? `Saved. ${saved.marks_lost} ${saved.marks_lost === 1 ? 'mark of yours lay on a note that is' : 'marks of yours lay on notes that are'} gone.` : 'Saved.'
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    busy.value = false
  }
}
function take(found: Tune): void {
  problem.value = null
  localStorage.removeItem(draft.value)
  fill(found)
}
const fieldOf = (name: string) => (problem.value?.where.field === name ? problem.value.text : '')
/** The signs of the text, by what a teacher wants to write; lengths as with L:1/4, where a plain letter is a quarter. */
const SIGNS: [string, string][] = [
  ['C D E F G A B c d', 'notes from middle C up; small letters are an octave higher'],
  ["C, c'", 'an octave lower with a comma, higher with an apostrophe; once more for one more'],
  ['A2 A4 A/', 'a half, a whole, an eighth: the length behind the letter'],
  ['A3/2 B/', 'a dotted quarter and an eighth; A3 is a dotted half'],
  ['A>B A<B', 'dotted and short, short and dotted'],
  ['(3A/B/c/', 'a triplet: three in the time of two; (5:4:5 five in the time of four'],
  ['A2-|A2', 'a tie: the same note goes on, over a bar line too'],
  ['(A B c)', 'a slur'],
  ['z z2', 'rests; Z4 four bars of rest'],
  ['^F _B =C', 'sharp, flat, natural: before the note, to the end of the bar'],
  ['| |: :| ||', 'bars, repeats, a double line; |1 and :|2 first and second ending'],
  ['D|G A B', 'a pick-up: a short first bar'],
  ['[K:G] [M:3/4]', 'another key or meter from here on'],
  ['!2!A "_III"A', 'a finger, a string (I is the highest)'],
  ['vA uB', 'down-bow, up-bow; .A staccato, TA trill, {g}A grace note, !fine! !D.C.! !segno! !D.S.!'],
]
</script>

<template>
  <div class="page wide" @keydown.ctrl.enter="save()" @keydown.meta.enter="save()">
    <header>
      <h1>{{ id ? form.title || 'Tune' : 'A new tune' }}</h1>
      <span v-if="reading" class="quiet">{{ reading.key }}, {{ reading.meter }}, {{ reading.bars }} {{ reading.bars === 1 ? 'bar' : 'bars' }}</span>
      <span class="small quiet" role="status">{{ said || (changed && id ? 'not saved yet; kept in this browser' : '') }}</span>
      <span class="push"><v-btn v-if="changed && id" @click="forget">Take the saved one</v-btn><v-btn variant="flat" color="primary" :loading="busy" :disabled="!changed || !!mistake" title="Ctrl Enter" @click="save()">{{ id ? 'Save' : 'Put it on the shelf' }}</v-btn></span>
    </header>
    <p v-if="back" class="small fawn">What you had not saved is back. <v-btn density="compact" @click="forget">Leave it</v-btn></p>
    <div v-if="theirs" class="problem" role="alert">
      {{ problem!.message }} <v-btn @click="save(theirs)">Save mine over it</v-btn><v-btn @click="take(theirs)">Take theirs</v-btn>
    </div>
    <p v-else-if="problem && !['title', 'source'].includes(String(problem.where.field))" class="problem" role="alert">{{ problem.text }}</p>
    <div class="two">
      <div>
        <div class="about">
          <v-text-field v-model="form.title" label="Title (else as in the text)" maxlength="120" :error-messages="fieldOf('title')" />
          <v-text-field v-model="form.source" label="Source and rights note" maxlength="200" :error-messages="fieldOf('source')" />
        </div>
        <NotesField ref="field" v-model="form.text" label="The tune as ABC text" :where="mistake?.where" />
        <div v-if="mistake" class="problem mt-2" role="alert">{{ mistake.text }} <v-btn v-if="mistake.where.line" density="compact" @click="field?.show()">Show me</v-btn></div>
        <details class="small quiet mt-2">
          <summary>How to write it</summary>
          <p>Header lines first: <code>T:</code> title, <code>M:</code> meter, <code>L:</code> the length of a plain letter, <code>K:</code> key. Then notes and bars; here with <code>L:1/4</code>, where a plain letter is a quarter:</p>
          <dl class="signs">
            <template v-for="[sign, words] in SIGNS" :key="sign"><dt><code>{{ sign }}</code></dt><dd>{{ words }}</dd></template>
          </dl>
        </details>
        <p v-for="notice in reading?.notices ?? []" :key="notice" class="small" role="status">{{ notice }}</p>
      </div>
      <StaffPreview :musicxml="reading?.musicxml ?? ''" :stale="!!mistake" />
    </div>
  </div>
</template>

<style scoped>
.wide { max-width: 1500px; }
.two { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr); gap: 28px; align-items: start; }
.about { display: grid; grid-template-columns: 1fr 1fr; gap: 0 18px; margin-bottom: 12px; }
summary { cursor: pointer; }
.signs { display: grid; grid-template-columns: max-content 1fr; gap: 2px 18px; }
.signs dd { margin: 0; }
code { font-family: ui-monospace, 'DejaVu Sans Mono', monospace; }
@media (max-width: 900px) { .two { grid-template-columns: 1fr; } }
</style>
