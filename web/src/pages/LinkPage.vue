<script setup lang="ts">
import { onMounted, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ask } from '../api/client'
import type { PublicCard } from '../api/types'
import CardPaper from '../components/CardPaper.vue'
import { useLoad } from '../composables/useLoad'

/** Behind a private link: the card, without a frame and without a way to anything else. */
const route = useRoute()
const { data: card, problem, load } = useLoad(() => ask<PublicCard>('GET', `/link/${route.params.token}`))
watch(card, (shown) => {
  if (shown) document.title = `${shown.title} · practice card`
})
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
