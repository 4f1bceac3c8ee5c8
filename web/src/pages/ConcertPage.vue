<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { ask, byId } from '../api/client'
import PaperOut from '../components/PaperOut.vue'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { longDate } from '../geometry/dates'
import { clockWords } from '../geometry/lesson'
import { wholeOf } from '../geometry/words'

/** The concert: who plays what, in which order, and how long it takes; a page to print. */
const ready = ref(false)
const form = ref({ title: '', on: '', between: '45' })
const { data: concert, problem, load } = useLoad(() => ask('get', '/api/concert'))
void load()
watch(concert, (found) => {
  if (!found) return
  form.value = { title: found.title, on: found.on ?? '', between: String(found.between) }
  void nextTick(() => (ready.value = true))
})
const { busy, said, trouble, act, errors } = useAct()
const save = (pieces = concert.value!.pieces) =>
  act(async () => {
    concert.value = await ask('put', '/api/concert', { body: {
      title: form.value.title,
      on: form.value.on || null,
      between: wholeOf(form.value.between),
      order: pieces.map((piece) => piece.id),
    } })
  }, 'Saved.')
function move(at: number, by: number): void {
  const pieces = [...concert.value!.pieces]
  pieces.splice(at + by, 0, ...pieces.splice(at, 1))
  void save(pieces)
}
const remove = (id: number) =>
  act(async () => {
    await ask('delete', '/api/repertoire/{id}', byId(id))
    concert.value = await ask('get', '/api/concert')
  })
const total = computed(() => {
  const minutes = Math.round((concert.value?.seconds ?? 0) / 60)
  return minutes === 1 ? 'about 1 minute' : `about ${minutes} minutes`
})
</script>

<template>
  <div class="page" :data-ready="ready || undefined">
    <p v-if="problem ?? trouble" class="problem" role="alert">{{ (problem ?? trouble)!.text }} <v-btn v-if="!concert" @click="load">Try again</v-btn></p>
    <template v-if="concert">
      <div class="bar">
        <form class="about" @submit.prevent="save()">
          <v-text-field v-model="form.title" label="Title" maxlength="120" density="compact" :error-messages="errors('title')" @change="save()" />
          <v-text-field v-model="form.on" type="date" label="Day" density="compact" :error-messages="errors('on')" @change="save()" />
          <v-text-field
            v-model="form.between" label="Seconds between two pieces" inputmode="numeric" density="compact" :error-messages="errors('between')"
            @change="save()"
          />
        </form>
        <span class="small quiet" role="status">{{ said }}</span>
        <PaperOut href="/api/concert.pdf" />
      </div>
      <article class="sheet-of-paper">
        <header>
          <h1>{{ concert.title || 'Concert' }}</h1>
          <p><template v-if="concert.on">{{ longDate(concert.on) }}, </template>{{ concert.studio }}</p>
        </header>
        <p v-if="!concert.pieces.length" class="quiet">Nothing is on it yet: choose tunes for the concert on a pupil’s page, under Repertoire.</p>
        <ol class="plain">
          <li v-for="(piece, at) in concert.pieces" :key="piece.id">
            <span class="title">{{ piece.title }} <small v-if="piece.source" class="quiet">{{ piece.source }}</small></span>
            <span>{{ piece.pupil }}, {{ piece.instrument === 'bass' ? 'double bass' : piece.instrument }}</span>
            <span class="moves">
              <span class="quiet small">{{ clockWords(piece.seconds) }}</span>
              <button type="button" :disabled="at === 0 || busy" :aria-label="`${piece.title}: earlier`" @click="move(at, -1)">↑</button>
              <button type="button" :disabled="at === concert.pieces.length - 1 || busy" :aria-label="`${piece.title}: later`" @click="move(at, 1)">↓</button>
              <button type="button" :disabled="busy" :aria-label="`Take ${piece.title} out`" @click="remove(piece.id)">×</button>
            </span>
          </li>
        </ol>
        <p v-if="concert.pieces.length" class="total quiet">{{ concert.pieces.length }} {{ concert.pieces.length === 1 ? 'piece' : 'pieces' }}, {{ total }}
          with the changes between them.</p>
      </article>
    </template>
  </div>
</template>

<style scoped>
.bar { display: flex; gap: var(--room-4); align-items: center; flex-wrap: wrap; margin-bottom: var(--room-4); }
.about { display: grid; grid-template-columns: 2fr 1fr 1fr; gap: var(--room-3); flex: 1 1 460px; }
.sheet-of-paper { max-width: 165mm; margin: 0 auto; font-size: 1.1rem; }
.sheet-of-paper header { border-bottom: 1.5px solid var(--ink); margin-bottom: var(--room-3); }
li { display: grid; grid-template-columns: 1.4fr 1fr auto; gap: var(--room-4); align-items: baseline; padding: var(--room-2) 0; border-bottom: 1px solid var(--rule);
break-inside: avoid; }
.title { font: 500 1.2rem var(--v-font-heading); }
.title small { font: 0.9rem var(--v-font-body); margin-left: var(--room-2); }
.moves { white-space: nowrap; }
.moves button { width: 30px; height: 32px; cursor: pointer; }
.moves button:disabled { opacity: 0.35; }
@media (--phone) { li { grid-template-columns: 1fr auto; } .about { grid-template-columns: 1fr; } }
@media print { .bar, .moves { display: none; } .page { padding: 0; max-width: none; } li { grid-template-columns: 1.4fr 1fr; } .total { display: none; } }
</style>
