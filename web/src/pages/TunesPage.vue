<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { ChartView, ShelfTune, Tune, Version } from '../api/types'
import AddTune from '../components/AddTune.vue'
import { usePupils } from '../stores/pupils'

const pupils = usePupils()
const router = useRouter()
const tunes = ref<ShelfTune[]>([])
const loaded = ref(false)
const adding = ref(false)
const problem = ref<Trouble | null>(null)
const refused = ref<{ tune: ShelfTune; trouble: Trouble } | null>(null)
const fresh = ref<number | null>(null)

const LEVELS = [
  { id: 'plays_now', title: 'Plays now' }, { id: 'teaches_one', title: 'Teaches one thing' }, { id: 'two_or_three', title: 'Two or three new things' },
  { id: 'later', title: 'Later' }, { id: 'out_of_reach', title: 'Out of reach on this instrument' },
]
const groups = computed(() => (pupils.currentId ? LEVELS : LEVELS.map((level) => (level.id === 'later' ? { ...level, title: 'By what they ask, least first' } : level))).map((level) => ({ ...level, tunes: tunes.value.filter((tune) => tune.readiness?.level === level.id) })).filter((group) => group.tunes.length))
const subject = computed(() => (pupils.currentId ? { pupil_id: pupils.currentId } : { instrument: pupils.instrument }))
const who = computed(() => pupils.current?.name ?? `the ${pupils.instrument}`)

async function load(): Promise<void> {
  problem.value = null
  try {
    const query = new URLSearchParams(Object.entries(subject.value).map(([key, value]) => [key, String(value)]))
    tunes.value = (await ask<{ tunes: ShelfTune[] }>('GET', `/tunes?${query}`)).tunes
    loaded.value = true
  } catch (error) {
    if ((error as Trouble).status === 404 && pupils.currentId) return pupils.choose(null)
    problem.value = error as Trouble
  }
}
watch(subject, load, { immediate: true })

async function chart(tune: ShelfTune, version: Version = 'simple', transpose?: { steps: number; semitones: number }): Promise<void> {
  refused.value = null
  try {
    const found = await ask<ChartView>('POST', '/charts', { tune_id: tune.id, version, transpose, ...subject.value })
    await router.push(`/charts/${found.id}`)
  } catch (error) {
    const trouble = error as Trouble
    if (trouble.code === 'out_of_reach') refused.value = { tune, trouble }
    else problem.value = trouble
  }
}
const offers = computed(() => (refused.value?.trouble.body.offers ?? []) as { steps: number; semitones: number; words: string }[])
const bars = (list: number[]) => `bar${list.length > 1 ? 's' : ''} ${list.slice(0, 5).map((bar) => (bar === 0 ? 'pick-up' : bar)).join(', ')}${list.length > 5 ? ' …' : ''}`

async function added(tune: Tune): Promise<void> {
  fresh.value = tune.id
  await load()
  document.getElementById(`tune-${tune.id}`)?.scrollIntoView({ block: 'center' })
}
</script>

<template>
  <div class="page">
    <header><h1>Tunes</h1><span class="quiet">for {{ who }}</span><v-btn class="push" variant="flat" color="primary" @click="adding = true">Add a tune</v-btn></header>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <p v-if="loaded && !tunes.length">The shelf is empty. Add a tune: paste it as ABC text or choose a MusicXML file.</p>
    <section v-for="group in groups" :key="group.id">
      <h2 class="ruled">{{ group.title }} <span class="quiet">{{ group.tunes.length }}</span></h2>
      <ul class="plain">
        <li v-for="tune in group.tunes" :id="`tune-${tune.id}`" :key="tune.id" class="tune" :class="{ fresh: tune.id === fresh }">
          <div>
            <h3><a :href="`#${tune.id}`" @click.prevent="chart(tune)">{{ tune.title }}</a></h3>
            <span class="small quiet">{{ tune.key }}, {{ tune.meter }}, {{ tune.bars }} bars<template v-if="tune.readiness?.moved">, {{ tune.readiness.moved }}</template></span>
          </div>
          <div class="small">
            <p v-if="tune.readiness?.why" class="fawn">{{ tune.readiness.why }}</p>
            <p v-if="!pupils.currentId">{{ (tune.readiness?.unmet ?? []).map((one) => one.name).join(', ') }}</p>
            <p v-for="one in pupils.currentId ? (tune.readiness?.unmet ?? []) : []" :key="one.skill"><b>{{ one.name }}</b> <span class="quiet">{{ bars(one.bars) }}</span></p>
            <p v-if="tune.readiness?.level === 'plays_now'" class="quiet">Nothing in it is new.</p>
            <p v-for="notice in tune.notices" :key="notice" class="quiet">{{ notice }}</p>
          </div>
          <div class="share small quiet"><template v-if="pupils.currentId">{{ Math.round((tune.readiness?.share ?? 0) * 100) }} % ready</template></div>
          <div class="open"><v-btn @click="chart(tune)">Simple chart</v-btn><v-btn @click="chart(tune, 'full')">Full</v-btn></div>
          <div v-if="refused?.tune.id === tune.id" class="problem offers" role="alert">
            {{ refused.trouble.text }}
            <v-btn v-for="offer in offers" :key="offer.words" @click="chart(tune, 'simple', { steps: offer.steps, semitones: offer.semitones })">Write it {{ offer.words }}</v-btn>
          </div>
        </li>
      </ul>
    </section>
    <AddTune v-model="adding" @added="added" />
  </div>
</template>

<style scoped>
.tune { display: grid; grid-template-columns: minmax(180px, 1.1fr) 1.6fr 84px auto; gap: 6px 18px; padding: 9px 0; border-bottom: 1px solid var(--rule); align-items: start; }
.tune:last-child { border-bottom: 0; }
.tune p { margin: 0; }
h3 a { color: var(--ink); }
.open { white-space: nowrap; }
.offers { grid-column: 1 / -1; }
.fresh { background: rgba(var(--v-theme-primary), 0.1); }
.page > section h2 { margin-top: 12px; }
@media (max-width: 800px) { .tune { grid-template-columns: 1fr auto; } .share { display: none; } }
</style>
