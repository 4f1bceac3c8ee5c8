<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { ChartView, EasierWay, KeyOffer, ShelfTune, Tune, Version } from '../api/types'
import AddTune from '../components/AddTune.vue'
import KeyDialog from '../components/KeyDialog.vue'
import TuneRow from '../components/TuneRow.vue'
import { LEVELS, levelWords, shelved, type Filter } from '../geometry/shelf'
import { usePupils } from '../stores/pupils'

const pupils = usePupils()
const router = useRouter()
const tunes = ref<ShelfTune[]>([])
const loaded = ref(false)
const adding = ref(false)
const problem = ref<Trouble | null>(null)
const refused = ref<{ tune: ShelfTune; trouble: Trouble } | null>(null)
const fresh = ref<number | null>(null)
const keying = ref<ShelfTune | null>(null)
const away = ref<ShelfTune | null>(null)
const ways = ref<{ tune: number; list: EasierWay[] | null } | null>(null)
const over = ref(0)
const dropped = ref<File[]>([])
const filter = reactive<Filter>({ text: '', level: null, meter: null, away: false, sorting: 'readiness' })

const levels = [{ value: null, title: 'all' }, ...LEVELS.map((level) => ({ value: level.id, title: level.title.toLowerCase() }))]
const sortings = [{ value: 'readiness', title: 'what fits first' }, { value: 'title', title: 'title' }, { value: 'newest', title: 'newest' }, { value: 'key', title: 'key' }, { value: 'length', title: 'shortest' }]
const meters = computed(() => [{ value: null, title: 'all' }, ...[...new Set(tunes.value.map((tune) => tune.meter))].sort().map((meter) => ({ value: meter, title: meter }))])
const shown = computed(() => shelved(tunes.value, filter))
const putAway = computed(() => tunes.value.filter((tune) => tune.archived).length)
const groups = computed(() => {
  if (filter.sorting !== 'readiness') return shown.value.length ? [{ id: 'all', title: 'Tunes', tunes: shown.value }] : []
  const named = pupils.currentId ? LEVELS : LEVELS.map((level) => (level.id === 'later' ? { ...level, title: 'By what they ask, least first' } : level))
  return named.map((level) => ({ ...level, tunes: shown.value.filter((tune) => tune.readiness?.level === level.id) })).filter((group) => group.tunes.length)
})
const who = computed(() => pupils.current?.name ?? `the ${pupils.instrument}`)

async function load(): Promise<void> {
  problem.value = null
  try {
    tunes.value = (await ask<{ tunes: ShelfTune[] }>('GET', `/tunes?${new URLSearchParams(pupils.query)}`)).tunes
    loaded.value = true
  } catch (error) {
    if ((error as Trouble).status === 404 && pupils.currentId) return pupils.choose(null)
    problem.value = error as Trouble
  }
}
watch(() => pupils.subject, load, { immediate: true })

async function chart(tune: ShelfTune, version: Version = 'simple', transpose?: { steps: number; semitones: number }): Promise<void> {
  refused.value = null
  try {
    const found = await ask<ChartView>('POST', '/charts', { tune_id: tune.id, version, transpose, ...pupils.subject })
    await router.push(`/charts/${found.id}`)
  } catch (error) {
    const trouble = error as Trouble
    if (trouble.code === 'out_of_reach') refused.value = { tune, trouble }
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

async function act(tune: ShelfTune, what: string): Promise<void> {
  problem.value = null
  if (what === 'edit') return void router.push(`/tunes/${tune.id}`)
  if (what === 'group') return void router.push(`/tunes/${tune.id}/group`)
  if (what === 'keys') return void (keying.value = tune)
  if (what === 'ways') return void easier(tune)
  try {
    if (what === 'away' || what === 'back') await putTune(tune, what === 'away')
    else await added(await ask<Tune>('POST', `/tunes/${tune.id}/copies`, { way: what }))
  } catch (error) {
    problem.value = error as Trouble
  }
}
async function putTune(tune: ShelfTune, archived: boolean): Promise<void> {
  const saved = await ask<Tune>('PATCH', `/tunes/${tune.id}`, { archived, lock_version: tune.lock_version })
  tunes.value = tunes.value.map((one) => (one.id === tune.id ? { ...one, archived, lock_version: saved.lock_version } : one))
  away.value = archived ? tunes.value.find((one) => one.id === tune.id)! : null
}
async function inKey(tune: ShelfTune, offer: KeyOffer): Promise<void> {
  try {
    await added(await ask<Tune>('POST', `/tunes/${tune.id}/copies`, { way: 'transposed', transpose: { steps: offer.steps, semitones: offer.semitones } }))
  } catch (error) {
    problem.value = error as Trouble
  }
}

/** Other keys and simpler versions that bring the tune nearer to whoever it is seen through. */
async function easier(tune: ShelfTune): Promise<void> {
  ways.value = { tune: tune.id, list: null }
  try {
    const { ways: list } = await ask<{ ways: EasierWay[] }>('GET', `/tunes/${tune.id}/ways?${new URLSearchParams(pupils.query)}`)
    if (ways.value?.tune === tune.id) ways.value = { tune: tune.id, list }
  } catch (error) {
    ways.value = null
    problem.value = error as Trouble
  }
}
const take = (tune: ShelfTune, way: EasierWay) => (way.kind === 'key' ? chart(tune, 'simple', { steps: way.steps!, semitones: way.semitones! }) : act(tune, way.kind))
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
      <span class="push"><v-btn href="/api/tunes.zip" download>All as a zip</v-btn><v-btn to="/tunes/new">Write one</v-btn><v-btn variant="flat" color="primary" @click="adding = true">Add tunes</v-btn></span>
    </header>
    <div v-if="tunes.length" class="filters">
      <v-text-field v-model="filter.text" label="Search" clearable class="search" @click:clear="filter.text = ''" />
      <v-select v-if="pupils.currentId" v-model="filter.level" :items="levels" label="Readiness" />
      <v-select v-model="filter.meter" :items="meters" label="Meter" />
      <v-select v-model="filter.sorting" :items="sortings" label="Sorted by" />
      <label v-if="putAway || filter.away" class="small"><input v-model="filter.away" type="checkbox" /> put away ({{ putAway }})</label>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <p v-if="away" class="undo" role="status">{{ away.title }} is put away; its charts and cards stay. <v-btn density="compact" @click="act(away, 'back')">Undo</v-btn></p>
    <p v-if="loaded && !tunes.length">The shelf is empty. Add a tune: paste it as ABC text, choose or drop MusicXML files, or write one beside a staff.</p>
    <p v-else-if="loaded && !shown.length" class="mt-4">Nothing on the shelf is like that.</p>
    <section v-for="group in groups" :key="group.id">
      <h2 class="ruled">{{ group.title }} <span class="quiet">{{ group.tunes.length }}</span></h2>
      <ul class="plain">
        <TuneRow v-for="tune in group.tunes" :key="tune.id" :tune="tune" :pupil="!!pupils.currentId" :class="{ fresh: tune.id === fresh }" @chart="chart(tune, $event)" @act="act(tune, $event)">
          <div v-if="refused?.tune.id === tune.id" class="problem offers" role="alert">
            {{ refused.trouble.text }}
            <v-btn v-for="offer in offers" :key="offer.words" @click="chart(tune, 'simple', { steps: offer.steps, semitones: offer.semitones })">Write it {{ offer.words }}</v-btn>
          </div>
          <div v-if="ways?.tune === tune.id" class="offers ways" role="status">
            <p v-if="!ways.list">Trying keys and simpler versions …</p>
            <p v-else-if="!ways.list.length">Nothing brings it nearer than it is.</p>
            <p v-for="way in ways.list ?? []" :key="way.words"><b>{{ way.words.replace(/^in/, 'In').replace(/^with/, 'With') }}</b>: {{ classWords(way) }} <v-btn density="compact" @click="take(tune, way)">{{ way.kind === 'key' ? 'Chart it' : 'Make a copy' }}</v-btn></p>
            <v-btn density="compact" @click="ways = null">Close</v-btn>
          </div>
        </TuneRow>
      </ul>
    </section>
    <div v-if="over > 0" class="over" aria-hidden="true">Drop the files to put them on the shelf</div>
    <AddTune v-model="adding" :dropped="dropped" @added="added" />
    <KeyDialog
      v-if="keying" :model-value="true" :tune-id="keying.id" :title="keying.title" :subject="pupils.subject" version="simple" verb="Chart it" also="Copy in this key"
      @update:model-value="keying = null" @choose="chart(keying!, 'simple', $event)" @also="inKey(keying!, $event)"
    />
  </div>
</template>

<style scoped>
.filters { display: grid; grid-template-columns: minmax(160px, 1.4fr) repeat(auto-fit, minmax(120px, 1fr)); gap: 6px 20px; align-items: end; }
.filters label { padding-bottom: 6px; }
.offers { grid-column: 1 / -1; }
.ways { border-left: 3px solid var(--moss); padding-left: 12px; }
.fresh { background: rgba(var(--v-theme-primary), 0.1); }
.undo { margin: 10px 0 0; }
.page > section h2 { margin-top: 12px; }
.over { position: fixed; inset: 12px; display: grid; place-items: center; font: italic 500 2rem var(--v-font-heading); background: rgba(var(--v-theme-background), 0.9); border: 3px dashed var(--moss); border-radius: 16px; pointer-events: none; z-index: 20; }
</style>
