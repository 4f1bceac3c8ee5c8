<script setup lang="ts">
import type { Readiness } from '../api/types'
import { barList } from '../geometry/words'

/** What a tune or a scale asks for that a pupil has not yet, where, and the way there; for an instrument alone all it asks for. */
defineProps<{ readiness: Readiness | null; pupil: boolean }>()
</script>

<template>
  <template v-if="readiness">
    <p v-if="readiness.why" class="fawn">{{ readiness.why }}</p>
    <p v-if="!pupil">{{ readiness.unmet.map((one) => one.name).join(', ') }}</p>
    <template v-else>
      <p v-for="one in readiness.unmet" :key="one.skill"><b>{{ one.name }}</b> <span class="quiet">{{ barList(one.bars) }}</span></p>
      <p v-if="readiness.unlock.length > readiness.unmet.length" class="quiet">To get there: {{ readiness.unlock.map((one) => one.name).join(' → ') }}</p>
    </template>
    <p v-if="readiness.level === 'plays_now'" class="quiet">Nothing in it is new.</p>
  </template>
</template>

<style scoped>
p { margin: 0; }
</style>
