<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { addressOf } from '../api/address'
import { ask, byId, Trouble } from '../api/client'
import CardPaper from '../components/CardPaper.vue'
import HomeNotes from '../components/HomeNotes.vue'
import LinkCorner from '../components/LinkCorner.vue'
import PaperOut from '../components/PaperOut.vue'
import { useLoad } from '../composables/useLoad'
import { shortDate } from '../geometry/dates'
import { usePupils } from '../stores/pupils'

const route = useRoute()
const pupils = usePupils()
const { data: card, problem, load } = useLoad(() => ask('get', '/api/cards/{id}', byId(Number(route.params.id))))
const ready = ref(false)
const said = ref('')

watch(card, (shown) => shown && pupils.choose(shown.pupil_id))
watch(() => route.params.id, (id) => id && load(), { immediate: true })

async function link(method: 'post' | 'delete'): Promise<void> {
  problem.value = null
  try {
    const about = byId(card.value!.id)
    const found = method === 'post' ? await ask('post', '/api/cards/{id}/link', about) : await ask('delete', '/api/cards/{id}/link', about)
    card.value = { ...card.value!, link: found.link }
    said.value = method === 'post' ? 'A new link is made; the old one no longer opens.' : 'The link no longer opens.'
  } catch (error) {
    problem.value = error as Trouble
  }
}
async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(addressOf(card.value!))
    said.value = 'The link is copied.'
  } catch {
    said.value = 'Copying is not allowed here: select the link and copy it.'
  }
}
</script>

<template>
  <div class="page" :data-ready="ready || undefined">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn v-if="!card" @click="load">Try again</v-btn></div>
    <template v-if="card">
      <div class="bar">
        <router-link :to="`/pupils/${card.pupil_id}`">{{ card.body.pupil }}</router-link>
        <router-link v-if="card.chart_id" :to="`/charts/${card.chart_id}`">the chart it came from</router-link>
        <span v-if="card.link" class="link small">
          private link, until {{ shortDate(card.link.expires_on) }}: <a :href="card.link.path" target="_blank" rel="noopener" data-link>open it</a>
          <v-btn density="compact" @click="copy">Copy</v-btn><v-btn density="compact" @click="link('delete')">Revoke</v-btn>
        </span>
        <span v-else class="link small">no private link <v-btn density="compact" @click="link('post')">Make one</v-btn></span>
        <span class="small quiet" role="status">{{ said }}</span>
        <span v-if="card.practised.days" class="small">practised on {{ card.practised.days }} {{ card.practised.days === 1 ? 'day' : 'days' }},
          {{ card.practised.minutes }} minutes</span>
        <span v-if="card.practised.pain" class="pain small">it hurt on {{ shortDate(card.practised.pain) }}</span>
        <PaperOut :href="`/api/cards/${card.id}/card.pdf`" :disabled="!ready" />
      </div>
      <HomeNotes :notes="card.notes.filter((note) => note.answer === null)" @read="load" />
      <CardPaper :card="card" :days="card.days" @ready="ready = true">
        <template v-if="card.link" #corner><LinkCorner :address="addressOf(card)" /></template>
      </CardPaper>
    </template>
  </div>
</template>

<style scoped>
.bar { display: flex; gap: var(--room-2) var(--room-5); align-items: center; flex-wrap: wrap; margin-bottom: var(--room-4); }
.pain { color: var(--brick); font-weight: 600; }
@media print { .bar { display: none; } .page { padding: 0; max-width: none; } }
</style>
