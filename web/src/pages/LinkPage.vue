<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { PublicCard } from '../api/types'
import CardPaper from '../components/CardPaper.vue'

/** Behind a private link: the card, without a frame and without a way to anything else. */
const route = useRoute()
const card = ref<PublicCard | null>(null)
const problem = ref<Trouble | null>(null)

async function load(): Promise<void> {
  problem.value = null
  try {
    card.value = await ask<PublicCard>('GET', `/link/${route.params.token}`)
    document.title = `${card.value.title} · practice card`
  } catch (error) {
    problem.value = error as Trouble
  }
}
onMounted(load)
</script>

<template>
  <div class="page">
    <div v-if="problem" class="shut" role="alert">
      <template v-if="problem.status === 404"><h1>This link does not open a card</h1><p>Links end after a while, and a teacher can close them. Ask your teacher for a new one.</p></template>
      <template v-else><p>{{ problem.text }}</p><v-btn @click="load">Try again</v-btn></template>
    </div>
    <CardPaper v-if="card" :card="card" />
  </div>
</template>

<style scoped>
.shut { max-width: 480px; margin: 12vh auto; }
@media print { .page { padding: 0; max-width: none; } }
</style>
