<script setup lang="ts">
import type { PublicCard } from '../api/types'
import CardPaper from './CardPaper.vue'

/** Making a card: what goes into it beside the card as it will be. */
defineProps<{ card: Omit<PublicCard, 'days' | 'notes'> | null; waiting: boolean }>()
</script>

<template>
  <div class="two">
    <form @submit.prevent><slot /></form>
    <div class="preview" aria-label="The card as it will be">
      <CardPaper v-if="card" :card="card" />
      <p v-else-if="waiting" role="status">Making the card …</p>
    </div>
  </div>
</template>

<style scoped>
.two { display: grid; grid-template-columns: 330px minmax(0, 1fr); gap: var(--room-6); align-items: start; }
.preview { background: var(--card); border: 1px solid var(--rule); padding: var(--room-6) var(--room-6); min-height: 300px; }
:slotted(.ruled) { margin-top: var(--room-4); padding-top: var(--room-3); }
@media (--desk) { .two { grid-template-columns: 1fr; } .preview { padding: var(--room-4); } }
</style>
