<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ask } from '../api/client'
import type { Card } from '../api/types'
import CardPaper from '../components/CardPaper.vue'
import PdfLink from '../components/PdfLink.vue'
import QrCode from '../components/QrCode.vue'
import { useLoad } from '../composables/useLoad'
import { printPage, usePaper } from '../composables/usePaper'

/** Several cards, a sheet each, to print in one go. */
const route = useRoute()
const paper = usePaper()
const ids = computed(() => String(route.query.ids ?? '').split(',').filter((id) => /^\d+$/.test(id)))
const { data: cards, problem, load } = useLoad(() => Promise.all(ids.value.map((id) => ask<Card>('GET', `/cards/${id}`))))
watch(ids, () => void load(), { immediate: true })
const drawn = ref<number[]>([])
const ready = computed(() => cards.value !== null && cards.value.every((card) => drawn.value.includes(card.id)))
/** As people know it: the browser that makes PDFs asks this server by another name. */
const address = (card: Card) => (location.hostname === '127.0.0.1' && card.address ? card.address : `${location.origin}${card.link?.path}`)
</script>

<template>
  <div class="page" :data-cards="ready ? 'ready' : undefined">
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <template v-if="cards">
      <div class="bar">
        <span>{{ cards.length }} {{ cards.length === 1 ? 'card' : 'cards' }}</span>
        <span class="push out">
          <v-select v-model="paper" :items="['A4', 'Letter']" aria-label="Paper" density="compact" class="size" />
          <PdfLink :href="`/api/cards.pdf?ids=${ids.join(',')}&paper=${paper}`" />
          <v-btn variant="flat" color="primary" :disabled="!ready" @click="printPage">Print</v-btn>
        </span>
      </div>
      <CardPaper v-for="card in cards" :key="card.id" class="sheet-of-paper" :card="card" @ready="drawn = [...drawn, card.id]">
        <template v-if="card.link" #corner>
          <figure class="corner"><QrCode :text="address(card)"
            label="The link of this card, for a phone" /><figcaption>hear it, tick it, ask</figcaption></figure>
        </template>
      </CardPaper>
    </template>
  </div>
</template>

<style scoped>
.bar { display: flex; gap: 16px; align-items: center; margin-bottom: 16px; }
.push { margin-left: auto; }
.out { display: flex; gap: 6px; align-items: center; }
.size { width: 92px; flex: 0 0 auto; }
.sheet-of-paper + .sheet-of-paper { margin-top: 40px; }
.corner { width: 21mm; margin: 0; text-align: center; font-size: 0.68rem; line-height: 1.1; }
.corner :deep(svg) { width: 21mm; height: 21mm; display: block; }
@media print { .bar { display: none; } .page { padding: 0; max-width: none; } .sheet-of-paper { break-after: page; margin: 0 auto; } .sheet-of-paper:last-child { break-after: auto; } }
</style>
