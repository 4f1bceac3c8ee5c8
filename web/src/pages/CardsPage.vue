<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { addressOf } from '../api/address'
import { ask, byId } from '../api/client'
import CardPaper from '../components/CardPaper.vue'
import LinkCorner from '../components/LinkCorner.vue'
import PaperOut from '../components/PaperOut.vue'
import { useLoad } from '../composables/useLoad'

/** Several cards, a sheet each, to print in one go. */
const route = useRoute()
const ids = computed(() => String(route.query.ids ?? '').split(',').filter((id) => /^\d+$/.test(id)).map(Number))
const { data: cards, problem, load } = useLoad(() => Promise.all(ids.value.map((id) => ask('get', '/api/cards/{id}', byId(id)))))
watch(ids, () => void load(), { immediate: true })
const drawn = ref<number[]>([])
const ready = computed(() => cards.value !== null && cards.value.every((card) => drawn.value.includes(card.id)))
</script>

<template>
  <div class="page" :data-cards="ready ? 'ready' : undefined">
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <template v-if="cards">
      <div class="bar">
        <span>{{ cards.length }} {{ cards.length === 1 ? 'card' : 'cards' }}</span>
        <PaperOut :href="`/api/cards.pdf?ids=${ids.join(',')}`" :disabled="!ready" />
      </div>
      <CardPaper v-for="card in cards" :key="card.id" class="sheet-of-paper" :card="card" @ready="drawn = [...drawn, card.id]">
        <template v-if="card.link" #corner><LinkCorner :address="addressOf(card)" /></template>
      </CardPaper>
    </template>
  </div>
</template>

<style scoped>
.bar { display: flex; gap: var(--room-4); align-items: center; margin-bottom: var(--room-4); }
.sheet-of-paper + .sheet-of-paper { margin-top: var(--room-7); }
@media print {
  .bar { display: none; }
  .page { padding: 0; max-width: none; }
  .sheet-of-paper, .sheet-of-paper + .sheet-of-paper { margin: 0 auto; }
  .sheet-of-paper:not(:last-child) { break-after: page; }
}
</style>
