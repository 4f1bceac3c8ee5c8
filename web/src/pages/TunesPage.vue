<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, byId, Trouble } from '../api/client'
import type { EasierWay, KeyOffer, ShelfTune, Tune, Version, TuneAct } from '../api/types'
import AddTune from '../components/AddTune.vue'
import KeyDialog from '../components/KeyDialog.vue'
import StarterShelf from '../components/StarterShelf.vue'
import TuneRow from '../components/TuneRow.vue'
import { useShelf } from '../composables/useShelf'
import { grouped, LEVELS, levelWords } from '../geometry/shelf'
import { usePupils } from '../stores/pupils'

const pupils = usePupils()
const router = useRouter()
const { filter, shelf, tunes, problem: unread, left, load, more } = useShelf(computed(() => pupils.query))
const adding = ref(false)
const problem = ref<Trouble | null>(null)
const refused = ref<{ tune: ShelfTune; trouble: Trouble } | null>(null)
const fresh = ref<number | null>(null)
const keying = ref<ShelfTune | null>(null)
const away = ref<ShelfTune | null>(null)
const ways = ref<{ tune: number; list: EasierWay[] | null } | null>(null)
const over = ref(0)
const dropped = ref<File[]>([])
/** Bars to copy of a tune that is too long to be charted. */
const some = ref<{ tune: ShelfTune; from: number; to: number } | null>(null)

const levels = [{ value: null, title: 'all' }, ...LEVELS.map((level) => ({ value: level.id, title: level.title.toLowerCase() }))]
const sortings = [
  { value: 'readiness', title: 'what fits first' },
  { value: 'title', title: 'title' },
  { value: 'newest', title: 'newest' },
  { value: 'key', title: 'key' },
  { value: 'length', title: 'shortest' }
]
const meters = computed(() => [{ value: null, title: 'all' }, ...(shelf.value?.meters ?? []).map((meter) => ({ value: meter, title: meter }))])
const groups = computed(() => (shelf.value ? grouped(shelf.value, tunes.value, filter, !!pupils.currentId) : []))
const who = computed(() => pupils.current?.name ?? `the ${pupils.instrument}`)

watch(() => pupils.subject, load, { immediate: true })
watch(unread, (trouble) => {
  if (trouble?.status === 404 && pupils.currentId) pupils.choose(null)
  else problem.value = trouble
})

async function chart(tune: ShelfTune, version: Version = 'simple', transpose?: { steps: number; semitones: number }): Promise<void> {
  refused.value = null
  try {
    const found = await ask('post', '/api/charts', { body: { tune_id: tune.id, version, transpose, ...pupils.subject } })
    await router.push(`/charts/${found.id}`)
  } catch (error) {
    const trouble = error as Trouble
    if (trouble.code === 'out_of_reach') refused.value = { tune, trouble }
    else if (trouble.code === 'long') some.value = { tune, from: 1, to: Math.min(tune.bars, 64) }
    else problem.value = trouble
  }
}
const offers = computed(() => (refused.value?.trouble.body.offers ?? []) as { steps: number; semitones: number; words: string }[])

async function added(tune: Tune | null): Promise<void> {
  fresh.value = tune?.id ?? null
  filter.text = ''
  filter.level = filter.meter = null
  filter.away = false
  await load()
  if (tune) document.getElementById(`tune-${tune.id}`)?.scrollIntoView({ block: 'center' })
}

async function act(tune: ShelfTune, what: TuneAct): Promise<void> {
  problem.value = null
  if (what === 'edit') return void router.push(`/tunes/${tune.id}`)
  if (what === 'group' || what === 'together') return void router.push(`/tunes/${tune.id}/${what}`)
  if (what === 'keys') return void (keying.value = tune)
  if (what === 'ways') return void easier(tune)
  if (what === 'bars') return void (some.value = { tune, from: 1, to: tune.bars })
  try {
    if (what === 'away' || what === 'back') await putTune(tune, what === 'away')
    else await added(await ask('post', '/api/tunes/{id}/copies', { ...byId(tune.id), body: { way: what } }))
  } catch (error) {
    problem.value = error as Trouble
  }
}
async function putTune(tune: ShelfTune, archived: boolean): Promise<void> {
  const saved = await ask('patch', '/api/tunes/{id}', { ...byId(tune.id), body: { archived, lock_version: tune.lock_version } })
  away.value = archived ? { ...tune, archived, lock_version: saved.lock_version } : null
  if (!archived) filter.away = false
  await load()
}
async function takeBars(): Promise<void> {
  const { tune, from, to } = some.value!
  try {
    const made = await ask('post', '/api/tunes/{id}/copies', { ...byId(tune.id), body: { way: 'bars', from_bar: Number(from), to_bar: Number(to) } })
    some.value = null
    await added(made)
  } catch (error) {
    problem.value = error as Trouble
  }
}
async function inKey(tune: ShelfTune, offer: KeyOffer): Promise<void> {
  try {
    const transpose = { steps: offer.steps, semitones: offer.semitones }
    await added(await ask('post', '/api/tunes/{id}/copies', { ...byId(tune.id), body: { way: 'transposed', transpose } }))
  } catch (error) {
    problem.value = error as Trouble
  }
}

/** Other keys and simpler versions that bring the tune nearer to whoever it is seen through. */
async function easier(tune: ShelfTune): Promise<void> {
  ways.value = { tune: tune.id, list: null }
  try {
    const { ways: list } = await ask('get', '/api/tunes/{id}/ways', byId(tune.id, pupils.subject))
    if (ways.value?.tune === tune.id) ways.value = { tune: tune.id, list }
  } catch (error) {
    ways.value = null
    problem.value = error as Trouble
  }
}
const take = (tune: ShelfTune, way: EasierWay) =>
  way.kind === 'key' ? chart(tune, 'simple', { steps: way.steps!, semitones: way.semitones! }) : act(tune, way.kind)
const classWords = (way: EasierWay) => `${levelWords(way.level)}${way.unmet.length ? `: ${way.unmet.join(', ')}` : ''}`

function drop(event: DragEvent): void {
  over.value = 0
  dropped.value = [...(event.dataTransfer?.files ?? [])]
}
</script>

<template>
  <div class="page" @dragenter.prevent="over += 1" @dragover.prevent @dragleave="over -= 1" @drop.prevent="drop">
    <header>
      <h1>Tunes</h1><span class="quiet">for {{ who }}</span>
      <span class="push">
        <v-btn v-owner href="/api/tunes.zip" download>All as a zip</v-btn>
        <v-btn v-owner to="/tunes/new">Write one</v-btn>
        <v-btn v-owner variant="flat" color="primary" @click="adding = true">Add tunes</v-btn>
      </span>
    </header>
    <div v-if="shelf?.all" class="filters">
      <v-text-field v-model="filter.text" label="Search" clearable class="search" @click:clear="filter.text = ''" />
      <v-select v-if="pupils.currentId" v-model="filter.level" :items="levels" label="Readiness" />
      <v-select v-model="filter.meter" :items="meters" label="Meter" />
      <v-select v-model="filter.sorting" :items="sortings" label="Sorted by" />
      <label v-if="shelf.away || filter.away" class="small"><input v-model="filter.away" type="checkbox" /> put away ({{ shelf.away }})</label>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <p v-if="away" class="undo" role="status">{{ away.title }} is put away; its charts and cards stay.
      <v-btn density="compact" @click="act(away, 'back')">Undo</v-btn></p>
    <p v-if="shelf?.looking" class="quiet small" role="status">{{ shelf.looking }} of {{ shelf.all - shelf.away }} tunes still being looked at for
      {{ who }} …</p>
    <template v-if="shelf && !shelf.all">
      <p>The shelf is empty. Take the tunes that come with Fawnmoss, choose or drop files of your own, or write one on the staff.</p>
      <StarterShelf @taken="load" />
    </template>
    <p v-else-if="shelf && !tunes.length" class="mt-4">Nothing on the shelf is like that.</p>
    <section v-for="group in groups" :key="group.id">
      <h2 class="ruled">{{ group.title }} <span class="quiet">{{ group.count }}</span></h2>
      <ul class="plain">
        <TuneRow
          v-for="tune in group.tunes" :key="tune.id" :tune="tune" :pupil="!!pupils.currentId" :class="{ fresh: tune.id === fresh }"
          @chart="chart(tune, $event)" @act="act(tune, $event)"
        >
          <div v-if="refused?.tune.id === tune.id" class="problem offers" role="alert">
            {{ refused.trouble.text }}
            <v-btn
              v-for="offer in offers" :key="offer.words"
              @click="chart(tune, 'simple', { steps: offer.steps, semitones: offer.semitones })"
            >Write it {{ offer.words }}</v-btn>
          </div>
          <form v-if="some?.tune.id === tune.id" class="offers ways bars" @submit.prevent="takeBars">
            <p>A copy of some of its bars:</p>
            <label>from bar <input v-model="some.from" type="number" min="0" :max="tune.bars" required /></label> <label>to bar
              <input v-model="some.to" type="number" :min="some.from" :max="tune.bars" required /></label>
            <v-btn type="submit" density="compact">Copy these bars</v-btn> <v-btn density="compact" @click="some = null">Close</v-btn>
          </form>
          <div v-if="ways?.tune === tune.id" class="offers ways" role="status">
            <p v-if="!ways.list">Trying keys and simpler versions …</p>
            <p v-else-if="!ways.list.length">Nothing brings it nearer than it is.</p>
            <p v-for="way in ways.list ?? []" :key="way.words">
              <b>{{ way.words.replace(/^in/, 'In').replace(/^with/, 'With') }}</b>: {{ classWords(way) }}
                <v-btn density="compact" @click="take(tune, way)">{{ way.kind === 'key' ? 'Chart it' : 'Make a copy' }}</v-btn>
            </p>
            <v-btn density="compact" @click="ways = null">Close</v-btn>
          </div>
        </TuneRow>
      </ul>
    </section>
    <p v-if="left" class="mt-4"><v-btn @click="more">Show {{ Math.min(left, 60) }} more of {{ left }}</v-btn></p>
    <div v-if="over > 0" class="over" aria-hidden="true">Drop the files to put them on the shelf</div>
    <AddTune v-model="adding" :dropped="dropped" @added="added" />
    <KeyDialog
      v-if="keying"
      :model-value="true" :tune-id="keying.id" :title="keying.title" :subject="pupils.subject" version="simple" verb="Chart it"
      also="Copy in this key"
      @update:model-value="keying = null" @choose="chart(keying!, 'simple', $event)" @also="inKey(keying!, $event)"
    />
  </div>
</template>

<style scoped>
.filters { display: grid; grid-template-columns: minmax(160px, 1.4fr) repeat(auto-fit, minmax(120px, 1fr)); gap: var(--room-2) var(--room-5); align-items: end; }
.filters label { padding-bottom: var(--room-2); }
.offers { grid-column: 1 / -1; }
.ways { border-left: 3px solid var(--moss); padding-left: var(--room-3); }
.bars input { width: 5.5em; font: inherit; color: inherit; background: transparent; border: 0; border-bottom: 1px solid currentColor; }
.fresh { background: rgba(var(--v-theme-primary), 0.1); }
.undo { margin: var(--room-3) 0 0; }
.page > section h2 { margin-top: var(--room-3); }
.over {
  position: fixed; inset: 12px; display: grid; place-items: center; font: italic 500 2rem var(--v-font-heading);
  background: rgba(var(--v-theme-background), 0.9); border: 3px dashed var(--moss); border-radius: 16px;
  pointer-events: none; z-index: 20;
}
</style>
